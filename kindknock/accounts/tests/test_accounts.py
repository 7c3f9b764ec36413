"""Accounts: letters say what they do, links go to their owner, refusals name the field."""

from unittest import mock

from django.test import TestCase

from kindknock import clock
from kindknock.accounts.actions.change_business import BusinessMoved, BusinessRefused, change_business
from kindknock.accounts.actions.email_way_in import email_way_in
from kindknock.accounts.actions.sign_up import SignUpRefused, sign_up
from kindknock.accounts.mailing import prove
from kindknock.accounts.models import Business, Membership, User
from kindknock.accounts.queries import business_of
from kindknock.accounts.tokens import reset_tokens, sign_in_tokens, user_with


class Accounts(TestCase):
    def setUp(self) -> None:
        self.user = sign_up(" Ines@Averilcycles.example ", "harbour lamp and rope", name="Ines Calder")
        prove(self.user, at=clock.now())

    def test_emails_are_one_however_written(self) -> None:
        self.assertEqual(User.objects.get_by_natural_key("INES@averilcycles.EXAMPLE"), self.user)
        for email, password, field in (
            ("x", "harbour lamp and rope", "email"),
            ("b@averilcycles.example", "password", "password"),
            ("ines.calder@averilcycles.example", "ines.calder", "password"),
        ):
            with self.assertRaises(SignUpRefused) as caught:
                sign_up(email, password)
            self.assertEqual(caught.exception.field, field)
        self.assertTrue(self.user.password.startswith("argon2"))

    def test_letters_hold_a_link_that_works_and_only_for_its_purpose(self) -> None:
        with mock.patch("kindknock.accounts.actions.email_way_in.post_letter") as post:
            email_way_in("INES@averilcycles.example", origin="https://knock.example", kind="reset")
            email_way_in("ines@averilcycles.example", origin="https://knock.example", kind="sign_in")
            email_way_in("nobody@averilcycles.example", origin="https://knock.example", kind="reset")
        self.assertEqual([call.args[0] for call in post.call_args_list], [self.user.email] * 2)
        for call, path, right, wrong in zip(
            post.call_args_list,
            ("new-password", "come-in"),
            (reset_tokens, sign_in_tokens),
            (sign_in_tokens, reset_tokens),
            strict=True,
        ):
            link = next(word for word in call.args[1].text.split() if word.startswith("https://"))
            origin, _, (uid, token) = link.partition(f"/{path}/")[0], None, link.rsplit("/", 2)[1:]
            self.assertEqual((origin, user_with(uid)), ("https://knock.example", self.user))
            self.assertTrue(right.check_token(self.user, token))
            self.assertFalse(wrong.check_token(self.user, token))
        for uid in ("", "!!", "OTk5OTk5", "eA"):
            self.assertIsNone(user_with(uid))

    def test_a_business_is_changed_whole_or_not_at_all(self) -> None:
        business = Business.objects.create(name="Averil Cycle Works", zone="Europe/London", languages=["en"])
        Membership.objects.create(user=self.user, business=business)
        self.assertEqual(business_of(self.user), business)
        changed = change_business(
            business,
            {
                "name": " Averil ",
                "privacy_link": "averilcycles.example/privacy?utm_source=x",
                "languages": ["pt-BR", "ar"],
                "nonsense": 1,
            },
            version=1,
        )
        self.assertEqual(
            (changed.name, changed.privacy_link, changed.languages, changed.version),
            ("Averil", "https://averilcycles.example/privacy", ["pt-BR", "ar"], 2),
        )
        for changes, code in (
            ({"name": "x", "zone": "Mars/Base"}, "zone_unknown"),
            ({"languages": ["english please"]}, "language_unknown"),
            ({"privacy_link": "http://averilcycles.example"}, "not_secure"),
            ({"name": ""}, "name_empty"),
        ):
            with self.assertRaises(BusinessRefused) as caught:
                change_business(business, changes, version=2)
            self.assertEqual(caught.exception.code, code)
        with self.assertRaises(BusinessMoved):
            change_business(business, {"name": "y"}, version=1)
        business.refresh_from_db()
        self.assertEqual((business.name, business.version), ("Averil", 2))
