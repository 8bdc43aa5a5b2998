"""Every state that a run can be left in, before every page that everybody opens and every note that goes out.

`make test` draws states, and for each a job and a kind; ``LAMPLIGHT_LONG=1`` asks for every job of every kind.
"""

from __future__ import annotations

from datetime import timedelta
from random import Random

from lamplight.actions.feeds import renew_feed
from lamplight.actions.listening import hear, hear_the_end
from lamplight.actions.machines import MachineFields, change_machine
from lamplight.actions.mail_settings import CATCHER, ServerFields, save_mail, save_wishes
from lamplight.actions.rounds import set_out
from lamplight.actions.runs import answer_step, begin_run
from lamplight.actions.stickers import renew_sticker
from lamplight.actions.undo import undo
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.job.steps import StepKind
from lamplight.core.mail.wishes import Wishes as MailWishes
from lamplight.core.run.hearing import waits_for_a_call
from lamplight.core.run.state import Break, EventKind
from lamplight.library.catalogue import kinds
from lamplight.lines.notify import notify, plan_anew
from lamplight.sight.actor import Actor
from lamplight.sight.feeds import SCREEN
from lamplight.sight.kinds import kind_of
from lamplight.sight.listening import offered
from lamplight.sight.machine_views import machine_views
from lamplight.sight.notes import Reader, alarms_of, morning_note, week_note
from lamplight.sight.preparing import Wishes
from lamplight.sight.procedures import procedure_for
from lamplight.sight.told import can_listen
from lamplight.store.database import database
from lamplight.store.runs import run_row
from lamplight.store.sites import machine, the_site
from tests.base import NOW, WebTest
from tests.draw import LONG, drawn
from tests.pace import after_waiting, said_to

PAGES = (
    "/", "/round", "/round/sheet", "/machines", "/machines/{0}", "/lamps/{0}", "/readings/{0}", "/water/{0}",
    "/machines/{0}/settings", "/machines/{0}/handover", "/machines/{0}/programmes", "/plan", "/plan/week", "/plan/year",
    "/plan/saves", "/supplies", "/supplies/costs", "/log", "/log/runs", "/runs/{1}", "/runs/{1}/ahead",
    "/runs/ready/{0}/{2}", "/procedures/card/{0}/{2}", "/mail/preview/morning", "/mail/preview/week", "/at/{3}",
    "/screen/{4}", "/feed/{5}.ics",
)  # fmt: skip
MOST_STEPS = 80
ALWAYS = ("/", "/round/sheet", "/runs/{1}", "/machines/{0}", "/mail/preview/morning")


def any_step(step):
    """Every step will do."""
    return True


def check(step):
    """One that asks, and stays where no is the answer."""
    return step.kind is StepKind.CHECK and not step.no_goes_on


def put_in(step):
    """One that puts a cleaner in."""
    return bool(step.puts)


def works(step):
    """The machine works alone."""
    return step.kind is StepKind.MACHINE


def long_work(step):
    """The machine works alone so long that an early end is doubted."""
    return works(step) and step.duration.likely_s > 240


def soaks(step):
    """It is waited for."""
    return step.kind is StepKind.WAIT and not step.idle


def idle(step):
    """Nobody waits for it."""
    return step.idle


def question(step):
    """Something is chosen in the middle."""
    return step.ask is not None


def tips(step):
    """A container is tipped out."""
    return step.kind is StepKind.TIP_OUT


def asks(step):
    """The machine may ask for something in the middle of its work."""
    return bool(step.asks)


NEEDS = {
    "at a check": check, "answered no": check, "at a question": question, "tipping out": tips, "it works": works,
    "it soaks": soaks, "nobody waits": idle, "asked in the middle": asks, "over too soon": long_work,
    "gone back": put_in, "paused": put_in,
}  # fmt: skip


class States(WebTest):
    """A keeper goes through a run until it stands as wanted, and leaves it there."""

    def setUp(self):
        """Somebody who gets every mail."""
        super().setUp()
        save_mail(self.site, ServerFields(CATCHER), self.folder, Actor(NOW))
        save_wishes(self.site, None, "who@example.org", MailWishes(at_once=True, week_day=2), Actor(NOW))
        self.feed, self.screen = (
            renew_feed(self.site, None, 15, Actor(NOW)),
            renew_feed(self.site, None, 0, Actor(NOW), SCREEN),
        )
        self.chance = Random(0)

    def begin(self, kind, item, listen=False, **answers):
        """A run on a fresh machine of a kind."""
        self.hall = self.machine(f"A {kind}", kind, done={one.key: 35 for one in kind_of(kind).items}, back=30)
        self.row, self.item, self.now = machine(self.site.id, self.hall), item, NOW
        self.sticker = renew_sticker(self.row, Actor(NOW)).token
        self.run = begin_run(
            the_site(), self.row, item, Actor(NOW), Wishes({}, {}, answers, listen=listen), anyway=True
        )

    @property
    def state(self):
        """Where the run stands."""
        return run_row(self.run).state

    def press(self, kind=EventKind.ADVANCE, text=""):
        """An answer."""
        answer_step(self.run, kind, self.state.index, Actor(self.now), text)

    def go_to(self, wanted):
        """Go on until a step is as wanted; answers whether there is such a one."""
        for _ in range(MOST_STEPS):
            state = self.state
            if state.step is None:
                return wanted is None
            if wanted is not None and wanted(state.step):
                return True
            self.now = after_waiting(state, self.now)
            self.press(text=said_to(state))
        return False

    def states(self):
        """How each state is reached: a function that answers whether this job comes to it."""

        def after(wanted, *presses):
            def act():
                if not self.go_to(wanted):
                    return False
                for kind, text in presses:
                    self.press(kind, text)
                return True

            return act

        def asked():
            if not self.go_to(asks):
                return False
            self.press(EventKind.ASKED, self.state.step.asks[0].key)
            return True

        def too_soon():
            if not self.go_to(long_work):
                return False
            self.now += timedelta(seconds=2)
            self.press()
            return bool(self.state.doubt)

        def undone():
            self.go_to(check)
            undo(run_row(self.run).entry_id, Actor(self.now))
            return True

        def retired():
            self.go_to(put_in)
            fields = MachineFields(self.row.name, self.row.kind)
            change_machine(self.site.id, self.row, fields, True, Actor(self.now))
            return True

        def another_kind():
            self.go_to(put_in)
            fields = MachineFields(self.row.name, self.chance.choice(sorted(kinds())))
            change_machine(self.site.id, self.row, fields, False, Actor(self.now))
            return True

        return {
            "begun": after(any_step),
            "at a check": after(check),
            "answered no": after(check, (EventKind.NO, "")),
            "at a question": after(question),
            "tipping out": after(tips),
            "it works": after(works),
            "it soaks": after(soaks),
            "nobody waits": after(idle),
            "asked in the middle": asked,
            "over too soon": too_soon,
            "put in": after(put_in, (EventKind.ADVANCE, "")),
            "gone back": after(put_in, (EventKind.ADVANCE, ""), (EventKind.BACK, "")),
            "paused": after(put_in, (EventKind.ADVANCE, ""), (EventKind.PAUSE, "")),
            **{f"broken: {one}": after(put_in, (EventKind.ADVANCE, ""), (EventKind.INTERRUPT, one)) for one in Break},
            "waits for its end": after(None),
            "given up": after(put_in, (EventKind.ADVANCE, ""), (EventKind.ABANDON, "called away")),
            "given up at once": after(any_step, (EventKind.ABANDON, "no time")),
            "undone": undone,
            "machine retired": retired,
            "machine of another kind": another_kind,
        }

    def look(self, name):
        """Every page, this minute and the morning after; every note."""
        for moment in (self.now + timedelta(minutes=1), self.now + timedelta(hours=17)):
            self.clock.moment = moment
            pages = PAGES if LONG else (*ALWAYS, *self.chance.sample(PAGES, 3))
            for page in pages:
                path = page.format(self.hall, self.run, self.item, self.sticker, self.screen, self.feed)
                with self.subTest(state=name, kind=self.row.kind, item=self.item, page=path):
                    answer = self.client.get(path)
                    self.assertLess(answer.status_code, 500)
            database.connect(reuse_if_open=True)
            with self.subTest(state=name, kind=self.row.kind, item=self.item, page="notes"):
                here = the_site()
                for view in machine_views(here, moment):
                    alarms_of(view)
                morning_note(here, moment, Reader(None, "http://x"))
                week_note(here, moment, Reader(None, "http://x"))
                with self.assertNoLogs("lamplight", "WARNING"):
                    notify(lambda *_: lambda *_: None, moment)
                    plan_anew(moment)

    def jobs(self):
        """Kind and item of whatever is led through."""
        return [(key, item.key) for key, kind in sorted(kinds().items()) for item in kind.items if item.procedure]

    def may_come_to(self, name, kind, item):
        """Whether the course of a job has a step of that sort: what needs one is looked for before it is walked."""
        wanted = NEEDS.get(name, put_in if "put" in name or "broken" in name or name[-2:] == "up" else any_step)
        known = kind_of(kind)
        return any(wanted(step) for step in procedure_for(known, known.item(item).procedure).steps)

    def reach(self, name, kind, item):
        """Bring a run of a job into a state; answers whether that job comes to it."""
        try:
            self.begin(kind, item, **({"drying": "in the air"} if name == "nobody waits" else {}))
            return self.states()[name]()
        except (InvalidInput, StaleStep):
            return False  # this job is refused here in a sentence

    def test_each_state(self):
        """Whatever is left standing, nothing gives way."""
        for number, name in drawn(enumerate(self.states()), 5, 1):
            jobs = self.jobs()
            Random(number).shuffle(jobs)
            reached = 0
            for kind, item in jobs:
                if not self.may_come_to(name, kind, item):
                    continue
                self.fresh()
                if not self.reach(name, kind, item):
                    continue
                reached += 1
                if number % 3 == 0:
                    set_out(the_site(), self.now + timedelta(hours=1), Actor(self.now))
                self.look(name)
                if not LONG:
                    break
            self.assertTrue(reached, f"no job comes to “{name}”")

    def test_listened_to(self):
        """A programme that is listened to: begun, in the middle, at its end."""
        chance = Random(3)
        jobs = [(kind, item) for kind, item in self.jobs() if self.listens(kind, item)]
        for name, touches, ends in (("just begun", 0, False), ("in the middle", 4, False), ("heard out", 3, True)):
            for kind, item in jobs if LONG else chance.sample(jobs, 1):
                self.fresh()
                try:
                    self.begin(kind, item, listen=True)
                    self.listen(touches, ends, chance)
                except (InvalidInput, StaleStep):
                    continue
                self.look(f"listened to, {name}")

    def listens(self, kind, item):
        """Whether a job can be listened to on a kind."""
        known = kind_of(kind).item(item)
        return known is not None and can_listen(known.procedure)

    def listen(self, touches, ends, chance):
        """Some calls are heard, and the end perhaps."""
        for _ in range(touches * 6):
            state = self.state
            if state.step is None:
                return
            if not waits_for_a_call(state):
                self.now = after_waiting(state, self.now)
                self.press(text=said_to(state))
                continue
            view = self.view(self.hall, self.now)
            call = chance.choice(offered(view, state)).key
            hear(self.run, state.index, call, the_site(), Actor(self.now))
        if ends and waits_for_a_call(self.state):
            hear_the_end(self.run, self.state.index, the_site(), Actor(self.now))

    def fresh(self):
        """Out of service with whatever stood there before, so that each state stands alone."""
        database.connect(reuse_if_open=True)
        for view in machine_views(the_site(), NOW):
            change_machine(
                self.site.id, view.row, MachineFields(f"Gone {view.row.id}", view.row.kind), True, Actor(NOW)
            )


class NoMachine(WebTest):
    """A site without machines, and one that lost its last."""

    def test_every_page(self):
        """Today, its paper, its notes."""
        for gone in (False, True):
            if gone:
                hall = self.used_machine()
                fields = MachineFields("Counter A", "removable-tabletop")
                change_machine(self.site.id, machine(self.site.id, hall), fields, True, Actor(NOW))
            for page in (one for one in PAGES if "{" not in one):
                for htmx in (False, True):
                    with self.subTest(page=page, gone=gone, htmx=htmx):
                        answer = self.client.get(page, headers={"HX-Request": "true"} if htmx else {})
                        self.assertLess(answer.status_code, 500)
            database.connect(reuse_if_open=True)
            self.post("/round/done", {"job": "1:drip-tray"} if gone else {}, 422 if not gone else 303)
            self.post("/round/1/end", {}, 303)
            with self.assertNoLogs("lamplight", "WARNING"):
                notify(lambda *_: lambda *_: None, NOW)
                plan_anew(NOW + timedelta(hours=1))
