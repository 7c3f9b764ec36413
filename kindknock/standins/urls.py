from django.urls import path

from . import views

urlpatterns = [
    path("phone/", views.phone, name="pretend-phone"),
    path("phone/send/", views.send, name="pretend-phone-send"),
    path("hook/", views.hook, name="pretend-hook"),
    path("mail/", views.mail, name="pretend-mail"),
    path("mail/<int:pk>/", views.mail, name="pretend-letter"),
    path("mail/<int:pk>/looks/", views.looks, name="pretend-letter-looks"),
]
