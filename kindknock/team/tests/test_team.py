"""Who comes in and how: invitations in every state, roles, the last owner, what ends with somebody."""

from datetime import UTC, datetime, timedelta

from django.contrib.sessions.models import Session
from django.test import Client, TestCase

from kindknock.accounts.actions.limit import TooOften
from kindknock.accounts.models import Business, Deed, Membership, Outgoing, User
from kindknock.doors.actions.another_business import another_business
from kindknock.doors.actions.show_door import show_door
from kindknock.doors.load import draft_of
from kindknock.doors.models import Showing
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.actions.phone_page import phone_page

from ..actions.change_team import change_role, leave, take_out
from ..actions.invite import GOOD_FOR, invite, invite_again, take_invitation_back
from ..actions.take_invitation import invitation_of, take_as_new, take_invitation, take_own_invitation
from ..models import Invitation
from ..refusals import TeamRefused

AT = datetime(2026, 11, 27, 10, tzinfo=UTC)
ORIGIN = "https://knock.example"
AMARA = "amara@averilcycles.example"


class Base(TestCase):
    ines: User
    business: Business

    @classmethod
    def setUpTestData(cls) -> None:
        cls.ines = an_owner()
        cls.business = a_business(cls.ines).business

    def invited(self, email: str = AMARA, role: str = "answers", **how: bool) -> str:
        """The secret in the letter."""
        invite(self.business, email, role, by=self.ines, origin=ORIGIN, at=AT, **how)
        return self.secret()

    def secret(self) -> str:
        letter = Outgoing.objects.latest("pk")
        return letter.text.split(f"{ORIGIN}/invited/")[1].split()[0]

    def member(self, email: str, role: str) -> Membership:
        return Membership.objects.create(user=an_owner(email), business=self.business, role=role)

    def refused(self, code: str) -> "_Refused":
        return _Refused(self, code)


class _Refused:
    def __init__(self, test: TestCase, code: str) -> None:
        self.test, self.code = test, code

    def __enter__(self) -> None:
        return None

    def __exit__(self, kind: object, error: object, trace: object) -> bool:
        self.test.assertIsInstance(error, TeamRefused)
        assert isinstance(error, TeamRefused)
        self.test.assertEqual(error.code, self.code)
        return True


class Invitations(Base):
    def test_somebody_without_an_account_comes_in_once(self) -> None:
        secret = self.invited()
        self.assertNotIn(secret, str(Invitation.objects.values_list("digest", flat=True)))
        joined = take_as_new(secret, name="Amara Oduya", password="lamp and rope harbour", at=AT)
        self.assertEqual(
            (joined.role, joined.user.email, joined.user.name), ("answers", AMARA, "Amara Oduya")
        )
        self.assertIsNotNone(joined.user.proven_at)
        with self.refused("taken"):
            take_as_new(secret, name="", password="", at=AT)

    def test_without_a_password_one_comes_by_a_link_each_time(self) -> None:
        joined = take_as_new(self.invited(), name="", password="", at=AT)
        self.assertFalse(joined.user.has_usable_password())

    def test_each_link_that_no_longer_leads_in_says_why(self) -> None:
        def ended() -> tuple[str, datetime]:
            return self.invited(), AT + GOOD_FOR

        def withdrawn() -> tuple[str, datetime]:
            secret = self.invited()
            take_invitation_back(self.business, Invitation.objects.get().pk, by=self.ines, at=AT)
            return secret, AT

        def replaced() -> tuple[str, datetime]:
            secret = self.invited()
            later = AT + timedelta(days=9)
            invite_again(self.business, Invitation.objects.get().pk, by=self.ines, origin=ORIGIN, at=later)
            self.assertEqual(invitation_of(self.secret(), at=later + timedelta(days=6)).email, AMARA)
            return secret, later

        for make, code in (
            (ended, "over"),
            (withdrawn, "withdrawn"),
            (replaced, "no_such"),
            (lambda: ("x", AT), "no_such"),
        ):
            with self.subTest(code):
                secret, at = make()
                with self.refused(code):
                    invitation_of(secret, at=at)
                with self.refused(code):
                    take_as_new(secret, name="", password="", at=at)
                Invitation.objects.all().delete()

    def test_it_counts_for_the_address_it_went_to(self) -> None:
        secret = self.invited("Tomasz@AverilCycles.example")
        with self.refused("not_theirs"):
            take_invitation(secret, an_owner("rhys@averilcycles.example"), at=AT)
        tomasz = an_owner("tomasz@averilcycles.example")
        with self.refused("has_account"):
            take_as_new(secret, name="", password="", at=AT)
        self.assertEqual(take_invitation(secret, tomasz, at=AT).role, "answers")

    def test_ones_own_list_takes_only_what_is_ones_own(self) -> None:
        self.invited()
        number = Invitation.objects.get().pk
        with self.refused("gone"):
            take_own_invitation(number, an_owner("rhys@averilcycles.example"), at=AT)
        unproven = User.objects.create_user(AMARA, "harbour lamp and rope")
        with self.refused("gone"):
            take_own_invitation(number, unproven, at=AT)
        self.assertEqual(take_own_invitation(number, an_owner(AMARA), at=AT).user.email, AMARA)

    def test_what_cant_be_asked(self) -> None:
        self.member("tomasz@averilcycles.example", "answers")
        for email, role, code in (
            ("amara", "answers", "bad_email"),
            ("INES@averilcycles.example", "answers", "own_email"),
            (" Tomasz@Averilcycles.example ", "maker", "in_team"),
            (AMARA, "king", "role_unknown"),
        ):
            with self.subTest(email), self.refused(code):
                self.invited(email, role)
        self.assertFalse(Invitation.objects.exists())

    def test_asked_twice_is_one_invitation_with_the_newest_link(self) -> None:
        first, second = self.invited(), self.invited(AMARA.upper(), "maker")
        self.assertEqual(Invitation.objects.get().role, "maker")
        with self.refused("no_such"):
            invitation_of(first, at=AT)
        self.assertEqual(invitation_of(second, at=AT).business, self.business)

    def test_ten_thousand_invitations_are_stopped_early(self) -> None:
        with self.assertRaises(TooOften):
            for number in range(10_000):
                self.invited(f"w{number}@h.example")
        self.assertEqual(Outgoing.objects.count(), 30)

    def test_the_letter_of_who_has_not_confirmed_their_own_address_waits(self) -> None:
        User.objects.filter(pk=self.ines.pk).update(proven_at=None)
        self.ines.refresh_from_db()
        self.invited()
        self.assertEqual(Outgoing.objects.latest("pk").state, Outgoing.State.HELD)

    def test_no_letter_of_an_invitation_promises_what_the_role_may_not(self) -> None:
        for role, has, lacks in (
            ("maker", "never read the guestbook", "everything"),
            ("answers", "answer the guestbook", "change the doors"),
            ("owner", "everything", "never"),
        ):
            self.invited(f"{role}@h.example", role)
            text = Outgoing.objects.latest("pk").text
            self.assertIn(has, text)
            self.assertNotIn(lacks, text)


class Roles(Base):
    def test_the_last_owner_stays(self) -> None:
        own = self.business.memberships.get()
        with self.refused("last_owner"):
            change_role(self.business, own.pk, "maker", by=self.ines, at=AT)
        with self.refused("last_owner"):
            take_out(self.business, own.pk, by=self.ines, at=AT)
        with self.refused("last_owner"):
            leave(self.business, by=self.ines, at=AT)
        self.assertEqual(self.business.memberships.get().role, "owner")

    def test_two_owners_who_lower_each_other_leave_one(self) -> None:
        own, other = self.business.memberships.get(), self.member("rhys@averilcycles.example", "owner")
        change_role(self.business, other.pk, "maker", by=self.ines, at=AT)
        with self.refused("not_owner"):
            change_role(self.business, own.pk, "maker", by=other.user, at=AT)
        self.assertEqual(self.business.memberships.filter(role="owner").get(), own)

    def test_only_members_of_this_business_can_be_changed(self) -> None:
        elsewhere = a_business(an_owner("x@h.example"), host="").business.memberships.get()
        for act in (change_role, take_out):
            with self.refused("gone"):
                args = ("maker",) if act is change_role else ()
                act(self.business, elsewhere.pk, *args, by=self.ines, at=AT)

    def test_what_somebody_has_ends_with_them(self) -> None:
        gone = self.member("rhys@averilcycles.example", "maker")
        browser = Client()
        browser.force_login(gone.user, backend="kindknock.accounts.backends.ByEmail")
        rhys = add_assistant(self.business, name="Rhys Pell")
        rhys.notice_email = "Rhys@averilcycles.example"
        rhys.save()
        token = phone_page(rhys)
        door = self.business.sites.get().doors.get()
        show_door(door, of=Showing.Of.DRAFT, days=3, by=gone.user, at=AT)
        take_out(self.business, gone.pk, by=self.ines, at=AT)
        rhys.refresh_from_db()
        self.assertEqual((rhys.phone_token, rhys.notice_email), (None, ""))
        self.assertEqual(self.client.get(f"/in/{token}").status_code, 410)
        self.assertFalse(Showing.objects.exists())
        self.assertFalse(browser.get("/api/hello").json()["signed_in"])
        self.assertEqual(Session.objects.count(), 0)
        self.assertEqual(Deed.objects.get(code="taken_out").what["whom"], "Ines Calder")

    def test_nobody_comes_in_by_the_word_of_who_is_no_owner_any_more(self) -> None:
        for act in ("lowered", "out"):
            with self.subTest(act):
                gone = self.member(f"{act}@h.example", "owner")
                invite(self.business, f"friend-{act}@h.example", "owner", by=gone.user, origin=ORIGIN, at=AT)
                secret = self.secret()
                if act == "lowered":
                    change_role(self.business, gone.pk, "maker", by=self.ines, at=AT)
                else:
                    take_out(self.business, gone.pk, by=self.ines, at=AT)
                with self.refused("withdrawn"):
                    take_as_new(secret, name="", password="", at=AT)

    def test_who_looks_after_another_stays_signed_in_there(self) -> None:
        gone = self.member("nils@h.example", "maker")
        another_business(gone.user, name="Harbour Hire", at=AT)
        browser = Client()
        browser.force_login(gone.user, backend="kindknock.accounts.backends.ByEmail")
        take_out(self.business, gone.pk, by=self.ines, at=AT)
        held = browser.get("/api/hello").json()["businesses"]
        self.assertEqual([each["name"] for each in held], ["Harbour Hire"])


class HandingOver(Base):
    def test_a_finished_business_becomes_its_owners(self) -> None:
        for leaves, left in ((False, "maker"), (True, None)):
            with self.subTest(leaves=leaves):
                secret = self.invited(f"new{leaves}@h.example", "owner", hands_over=True, then_leaves=leaves)
                self.assertEqual(self.business.memberships.get(user=self.ines).role, "owner")
                joined = take_as_new(secret, name="", password="", at=AT)
                self.assertEqual(joined.role, "owner")
                found = self.business.memberships.filter(user=self.ines).first()
                self.assertEqual(found.role if found else None, left)
                self.business.memberships.all().delete()
                Membership.objects.create(user=self.ines, business=self.business)

    def test_it_can_go_to_who_is_in_already_and_not_to_oneself(self) -> None:
        tomasz = self.member("tomasz@averilcycles.example", "answers")
        secret = self.invited("tomasz@averilcycles.example", "owner", hands_over=True)
        self.assertEqual(take_invitation(secret, tomasz.user, at=AT).role, "owner")
        Membership.objects.filter(user=self.ines).update(role="owner")
        with self.refused("own_email"):
            self.invited("ines@averilcycles.example", "owner", hands_over=True)


class Another(Base):
    def test_a_copy_has_doors_and_words_and_neither_people_nor_numbers(self) -> None:
        site = another_business(self.ines, name="Harbour Hire", like=self.business, at=AT)
        (door,) = draft_of(site).doors
        (before,) = draft_of(self.business.sites.get()).doors
        self.assertEqual((door.says, door.looks), (before.says, before.looks))
        self.assertEqual([(each.app, each.address) for each in door.channels], [("whatsapp", "")])
        self.assertNotEqual(door.key, before.key)
        self.assertEqual(site.releases.count(), 0)
        self.assertEqual(len(draft_of(self.business.sites.get()).doors), 1)

    def test_an_empty_one_has_a_door_with_nothing_on_it(self) -> None:
        site = another_business(self.ines, name=" Harbour Hire ", at=AT)
        self.assertEqual(site.business.name, "Harbour Hire")
        self.assertEqual([door.channels for door in draft_of(site).doors], [()])
