"""What was announced, after a machine of it went, and beside the announcements of another site."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.entries import write_entry
from lamplight.actions.machines import MachineFields, change_machine
from lamplight.actions.mail_settings import CATCHER, ServerFields, save_mail, save_wishes
from lamplight.actions.planning import KEPT_ANNOUNCEMENTS, announce
from lamplight.actions.relocating import MoveFields, move_machine
from lamplight.actions.sites import save_keeper, save_site
from lamplight.actions.undo import undo
from lamplight.clockwork import post_office
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.core.mail.outbox import MailState
from lamplight.core.mail.wishes import Wishes
from lamplight.core.plan.problem import plan_faults
from lamplight.lines.notify import notify
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_views
from lamplight.sight.plan import plan_stands, plan_view
from lamplight.store.mail import mails
from lamplight.store.models import AnnouncedPlan, Entry, PlanPin
from lamplight.store.plans import announced
from lamplight.store.sites import machine, site_of, the_site
from tests.base import NOW, WEEK, WebTest

HAND = Actor(NOW)
DONE = {"brew-tablet": 40, "group-rinse": 3, "outlets": 3, "descale": 30}


class Announcements(WebTest):
    """Two machines at one site, one at another, and mail to whoever keeps them."""

    def setUp(self):
        super().setUp()
        self.stays, self.goes = (self.used_machine(name=name, done=DONE) for name in ("Stays", "Goes"))
        self.keeper = save_keeper("Ann", "AA", HAND, role=RoleAtSite.OWNER)
        save_mail(self.site, ServerFields(CATCHER), self.folder, HAND)
        save_wishes(self.site, self.keeper, "ann@example.org", Wishes(at_once=False), HAND)
        self.other = save_site("Harbour Hall", "Europe/Berlin", WEEK, HAND, another=True)

    def announce(self, site_id):
        """Plan a site anew and hold to it."""
        site = site_of(site_id)
        announce(site, machine_views(site, self.clock.moment), self.clock.moment)

    def retire(self):
        row = machine(self.site.id, self.goes)
        change_machine(self.site.id, row, MachineFields(row.name, row.kind), True, HAND)

    def move(self):
        fields = MoveFields(NOW.date(), "Bar", "mains")
        move_machine(the_site(), machine(self.site.id, self.goes), site_of(self.other.id), fields, HAND)

    def goes_on(self, act):
        """Plan and mail go on with what is left after the act, and with both once it is undone; a visit was chosen."""
        chosen = write_entry("plan", "Visit to Goes", HAND, self.goes)
        start = self.calendar.opening(NOW.date() + timedelta(days=2))
        PlanPin.create(entry=chosen, machine=self.goes, item="descale", start=start, held=True)
        self.announce(self.site.id)
        self.assertEqual({visit[0] for visit in announced(self.site.id).visits}, {self.stays, self.goes})
        act()
        line = Entry.select().order_by(Entry.id.desc()).first().id
        self.get("/plan")
        seen = plan_view(the_site(), machine_views(the_site(), NOW), NOW)
        self.assertEqual({visit[0] for visit in seen.known.visits}, {self.stays})
        self.assertEqual(plan_faults(seen.plan, seen.problem), [])
        self.clock.moment = NOW + timedelta(hours=17, minutes=30)
        with post_office(self.folder) as post:
            notify(post, self.clock.moment)
        (sent,) = mails(self.site.id, 50)
        self.assertIs(sent.state, MailState.SENT)
        self.assertIn("Stays", sent.text)
        self.assertNotIn("Goes", sent.text)
        undo(line, Actor(self.clock.moment))
        self.get("/plan")
        seen = plan_view(the_site(), machine_views(the_site(), NOW), NOW)
        self.assertEqual({visit[0] for visit in seen.known.visits}, {self.stays, self.goes})

    def test_retired(self):
        """Out of service since."""
        self.goes_on(self.retire)

    def test_moved(self):
        """At another site since."""
        self.goes_on(self.move)

    def test_each_site_its_own(self):
        """One site's announcements neither vouch for the other's nor push them out."""
        self.announce(self.other.id)
        first = announced(self.other.id)
        self.assertFalse(plan_stands(the_site(), NOW))
        for n in range(KEPT_ANNOUNCEMENTS + 3):
            AnnouncedPlan.create(site=self.site.id, made_at=NOW, rests_on=f"{n}", visits=[], moved=[])
        self.announce(self.site.id)
        self.assertEqual(announced(self.other.id), first)
        self.assertTrue(plan_stands(site_of(self.other.id), NOW))
        self.assertEqual(AnnouncedPlan.select().where(AnnouncedPlan.site == self.site.id).count(), KEPT_ANNOUNCEMENTS)
        rows = AnnouncedPlan.select().count()
        write_entry("site", "Something was written", HAND)
        self.assertFalse(plan_stands(site_of(self.other.id), NOW))
        self.announce(self.other.id)
        self.assertTrue(plan_stands(site_of(self.other.id), NOW))
        self.assertEqual(AnnouncedPlan.select().count(), rows, "no term changed: nothing is announced anew")
