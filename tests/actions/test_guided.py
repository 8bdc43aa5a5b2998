"""Before, during and after a run: what it needs, what it refuses, what its answers mean for the book."""

from __future__ import annotations

import io
from datetime import timedelta

from PIL import Image

from lamplight.actions.own_texts import delete_text, save_text
from lamplight.actions.photos import add_photo, photo_path, shrunk
from lamplight.actions.preparing import defer
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.actions.stock import ProductFields, move_stock, save_product
from lamplight.actions.undo import put_back, undo
from lamplight.actions.water import install_cartridge
from lamplight.core.care.status import Status
from lamplight.core.errors import InvalidInput
from lamplight.core.job.confirmations import LAMP_OUT
from lamplight.core.run.state import EventKind
from lamplight.core.stock.stock import Move
from lamplight.library.catalogue import kind_of
from lamplight.sight.actor import Actor
from lamplight.sight.causes import known_causes
from lamplight.sight.cupboard import products, stock_held
from lamplight.sight.kinds import KINDS
from lamplight.sight.own_texts import OWN_KINDS, OWN_PROCEDURES
from lamplight.sight.preparing import Wishes, prepare
from lamplight.sight.procedures import PROCEDURES, procedure_for, procedures
from lamplight.store.backups import back_up_to
from lamplight.store.checking import problems_in
from lamplight.store.database import database, photo_folder
from lamplight.store.migrating import open_database
from lamplight.store.models import CareDone, ConfirmationGiven, Photo, StockMoveFact
from lamplight.store.restoring import restore_into
from lamplight.store.runs import left_inside, run_row, written_at_end
from lamplight.store.sites import machine, the_site
from tests.base import NOW, DataTest
from tests.pace import after_waiting, said_to

HAND = Actor(NOW)


class Guided(DataTest):
    """A tabletop that has been used for four weeks."""

    def setUp(self):
        """Readings, and most things done lately."""
        super().setUp()
        done = {"brew-tablet": 8, "descale": 30, "group-rinse": 2, "grounds-drawer": 5, "tank-rinse": 1}
        self.hall = self.used_machine(done=done)
        self.row = machine(self.site.id, self.hall)

    def ready(self, item="descale", wishes=None, now=NOW):
        """What is said before the start."""
        return prepare(self.view(self.hall, now), item, the_site(), now, wishes or Wishes({}, {}))

    def begin(self, item="descale", wishes=None, now=NOW, **rest):
        """A run that has just begun."""
        return begin_run(self.site, self.row, item, Actor(now), wishes or Wishes({}, {}), **rest)

    def walk(self, run_id, minutes=1.0, noes=(), upto=None, now=NOW):
        """Answer yes to the end, or no once to the questions in ``noes``; answers the moment after."""
        row, said_no = run_row(run_id), set()
        while row.state.step is not None and (upto is None or row.state.index < upto):
            now = after_waiting(row.state, now, 60 * minutes)
            step = row.state.step
            no = step.confirmation in noes and step.confirmation not in said_no
            said_no |= {step.confirmation} if no else set()
            kind = EventKind.NO if no else EventKind.ADVANCE
            text = "" if no else said_to(row.state)
            row = answer_step(run_id, kind, row.state.index, Actor(now), text)
        return now

    def finish(self, run_id, now, **rest):
        """The end, without a reading."""
        finish_run(run_id, run_row(run_id).state.index, Finish(None, 0, **rest), self.site, Actor(now))
        return run_row(run_id)


class Before(Guided):
    """The page before the start."""

    def test_amounts_for_this_machine(self):
        """A litre of mix: 100 ml of concentrate (the trade's usual); other forms by their own dose."""
        lines = {one.line.role: one.line for one in self.ready().stocked_needs if one.line.role}
        self.assertEqual((lines["descaler"].amount, lines["descaler"].units), ("100 ml", 100))
        tablets = self.ready(wishes=Wishes({"descaler": "descaler-tablets"}, {}))
        self.assertEqual(tablets.stocked_needs[0].line.amount, "4 tablets")
        self.assertIn("Let them dissolve fully", [step.title for step in tablets.procedure.steps])
        self.assertNotIn("Let them dissolve fully", [step.title for step in self.ready().procedure.steps])

    def test_the_cupboard(self):
        """Not counted, too little, enough."""
        self.assertIsNone(self.ready().stocked_needs[0].enough)
        for amount, enough in ((99, False), (100, True)):
            move_stock("descaler-liquid", Move.COUNTED, amount, HAND)
            self.assertEqual(self.ready().stocked_needs[0].enough, enough)

    def test_time_and_rush(self):
        """Begun at a quarter to seven it runs into the opening at seven; the next good time is after the rush."""
        early = self.calendar.opening(NOW.date()) - timedelta(minutes=15)
        ready = self.ready(now=early)
        self.assertEqual(ready.rush.words, "the rush after opening")
        self.assertEqual(ready.work_window, self.calendar.opening(NOW.date()) + timedelta(hours=1))
        self.assertLess(ready.own_s, ready.total_s)
        self.assertEqual(ready.usable_at, early + timedelta(seconds=ready.total_s))
        self.assertEqual(ready.procedure.held, (4, 15))

    def test_containers(self):
        """Chosen ones are kept for the next time; a small one wants stops."""
        small = Wishes({}, {"coffee": 500, "wand": 500})
        self.assertTrue(self.ready(wishes=small).plan.stops)
        self.assertEqual(self.ready().plan.stops, ())
        run_id = self.begin(wishes=small)
        answer_step(run_id, EventKind.ABANDON, 0, HAND, "only looking")
        self.assertEqual([ml for _, _, ml in self.ready().vessels], [500, 500])

    def test_own_times(self):
        """After three runs the machine's own median, with its range."""
        now = NOW
        for minutes in (1, 3, 2):
            self.assertIsNone(self.ready("outlets", now=now).learned)
            run_id = self.begin("outlets", now=now)
            now = self.walk(run_id, minutes, now=now)
            self.finish(run_id, now)
            now += timedelta(days=1)
        own = self.ready("outlets", now=now).learned
        self.assertEqual((own.least_s, own.median_s, own.most_s, own.runs), (240, 480, 720, 3))

    def test_wrong_product(self):
        """An acid in the alkaline's place never begins."""
        fields = ProductFields("Acid tablets for groups", "brew-cleaner", "tablet", "acid", "tablet", 1)
        key = save_product(fields, HAND)
        before = run_row(1)
        with self.assertRaisesRegex(InvalidInput, "is acid; this takes something alkaline or oxidising"):
            self.begin("brew-tablet", Wishes({"brew-cleaner": key}, {}))
        self.assertEqual(run_row(1), before)
        bleach = save_product(ProductFields("Bleach", "descaler", "liquid", "chlorinated", "ml", 10), HAND)
        with self.assertRaisesRegex(InvalidInput, "chlorinated"):
            self.begin("descale", Wishes({"descaler": bleach}, {}))

    def test_put_off(self):
        """Written down with its time; still due; undone by its entry."""
        due = self.view(self.hall).status.due("brew-tablet")
        defer(self.row, due, NOW + timedelta(hours=9), HAND)
        view = self.view(self.hall)
        self.assertEqual(view.deferrals, {"brew-tablet": NOW + timedelta(hours=9)})
        self.assertEqual(view.status.due("brew-tablet").status, due.status)
        self.assertEqual(self.view(self.hall, NOW + timedelta(hours=10)).deferrals, {})
        for until in (NOW, NOW - timedelta(days=1), NOW + timedelta(days=61)):
            with self.assertRaisesRegex(InvalidInput, "still to come"):
                defer(self.row, due, until, HAND)

    def test_what_is_offered_is_still_to_come(self):
        """At any hour of a week the next good time can be taken as it is."""
        for hours in range(0, 7 * 24, 5):
            now = NOW + timedelta(hours=hours, minutes=3)
            self.assertGreaterEqual(self.ready("descale", now=now).work_window, now + timedelta(minutes=15))

    def test_offered_in_a_rush(self):
        """When it is over; not the next quiet time after that one."""
        opens = self.calendar.opening(NOW.date())
        for minutes, offered in ((30, 60), (58, 73)):
            ready = self.ready("descale", now=opens + timedelta(minutes=minutes))
            self.assertEqual(ready.work_window, opens + timedelta(minutes=offered))
        quiet = self.ready("descale", now=opens + timedelta(minutes=90))
        self.assertGreater(quiet.work_window, opens + timedelta(hours=4))

    def test_an_acid_day(self):
        """The usual milk wash is not begun on top of the acid one."""
        tower = self.used_machine(name="Tower", kind="office-tower", done={"acid-milk-wash": 4, "milk-wash": 1})
        view = self.view(tower)
        wash = view.status.due("milk-wash")
        self.assertEqual((wash.instead, wash.covered_by, wash.status), ("acid-milk-wash", "", Status.OVERDUE))
        row = machine(self.site.id, tower)
        with self.assertRaisesRegex(InvalidInput, "takes its place today"):
            begin_run(self.site, row, "milk-wash", HAND)
        begin_run(self.site, row, "milk-wash", HAND, anyway=True)


class After(Guided):
    """What an end writes down."""

    def test_products_come_off(self):
        """By the dose, or as said; undo brings them back."""
        move_stock("descaler-liquid", Move.COUNTED, 250, HAND)
        run_id = self.begin()
        self.finish(run_id, self.walk(run_id))
        self.assertEqual(stock_held(1)["descaler-liquid"].amount, 150)
        entry_id = run_row(run_id).entry_id
        undo(entry_id, Actor(NOW + timedelta(hours=2)))
        self.assertEqual(stock_held(1)["descaler-liquid"].amount, 250)
        put_back(entry_id, Actor(NOW))
        self.assertEqual(stock_held(1)["descaler-liquid"].amount, 150)
        later = NOW + timedelta(days=1)
        again = self.begin(now=later)
        self.finish(again, self.walk(again, now=later), used={"descaler-liquid": 30.0})
        self.assertEqual(stock_held(1)["descaler-liquid"].amount, 120)
        with self.assertRaisesRegex(InvalidInput, "What was used lies between"):
            Finish(None, 0, used={"x": -1})
            finish_run(again, 0, Finish(None, 0, used={"x": -1.0}), self.site, HAND)

    def test_what_it_settles(self):
        """Descaling empties tray and drawer and rinses the tank as well; a drawer is done with the tray."""
        run_id = self.begin()
        self.finish(run_id, self.walk(run_id))
        entry_id = run_row(run_id).entry_id
        settled = {row.item for row in CareDone.select().where(CareDone.entry == entry_id)}
        self.assertEqual(settled, {"descale", "tank-rinse", "grounds-drawer", "drip-tray"})

    def test_a_drawer_that_was_not_emptied(self):
        """Asked again until it is; the machine that was off is a fact and no obstacle."""
        self.assertEqual(self.due(self.hall, "grounds-drawer").status, Status.OVERDUE)
        run_id = self.begin("grounds-drawer")
        now = self.walk(run_id, noes=("machine-on", "drawer-emptied"))
        row = self.finish(run_id, now)
        told = written_at_end([row.entry_id])[row.entry_id].confirmations
        self.assertEqual(told, {"machine-on": False, "drawer-emptied": True})
        self.assertLess(self.due(self.hall, "grounds-drawer", now).status, Status.DUE)

    def test_a_confirmed_refill_steers_the_dues(self):
        """It counts as a refill seen at the machine; one that was not confirmed does not."""
        for noes, expected in ((("refill-confirmed",), 0), ((), 1)):
            run_id = self.begin("tank-rinse")
            self.finish(run_id, self.walk(run_id, noes=noes))
            seen = self.view(self.hall, NOW + timedelta(hours=1)).status.book.events
            self.assertEqual(len(seen), expected)

    def test_a_lamp_that_is_still_lit(self):
        """The item is done, and the machine asks for it anew; the answer stands in the book."""
        run_id = self.begin("brew-tablet")
        now = self.walk(run_id)
        self.finish(run_id, now, lamp_out=False)
        due = self.due(self.hall, "brew-tablet", now + timedelta(minutes=1))
        self.assertEqual(due.status, Status.DUE)
        self.assertIn("asks for it", due.reasons[0])
        self.assertFalse(ConfirmationGiven.get(ConfirmationGiven.what == LAMP_OUT).answer)
        undo(run_row(run_id).entry_id, Actor(now))
        self.assertFalse(self.view(self.hall, now).status.context.prompts)

    def test_coming_back_brings_a_new_filter(self):
        """It counts from then, and a cartridge comes off the count."""
        move_stock("filter-cartridges", Move.COUNTED, 3, HAND)
        run_id = self.begin("return")
        self.finish(run_id, self.walk(run_id))
        view = self.view(self.hall, NOW + timedelta(hours=2))
        self.assertEqual(view.status.due("filter-change").status, Status.CLEAR)
        self.assertEqual(view.status.book.water.cartridge, view.whole_kind.cartridge)
        self.assertEqual(stock_held(1)["filter-cartridges"].amount, 2)

    def test_without_a_filter(self):
        """None is taken out for descaling, suspected, or brought by coming back; a guided change fits one."""
        install_cartridge(self.row, None, NOW - timedelta(days=3), HAND)
        for item in ("descale", "leaving", "storage-emptying", "return"):
            titles = [step.title for step in self.ready(item).procedure.steps]
            self.assertFalse([title for title in titles if "filter" in title.lower()], item)
        self.assertFalse(self.ready().context.filter_installed)
        self.assertNotIn("filter-due", known_causes(self.view(self.hall).kind))
        run_id = self.begin("return")
        self.finish(run_id, self.walk(run_id))
        self.assertTrue(self.view(self.hall, NOW + timedelta(hours=2)).status.book.water.filter_out)
        later = NOW + timedelta(hours=3)
        run_id = self.begin("filter-change", now=later)
        self.finish(run_id, self.walk(run_id, now=later))
        view = self.view(self.hall, later + timedelta(hours=1))
        self.assertEqual(view.status.book.water.cartridge, view.whole_kind.cartridge)
        self.assertEqual(view.status.due("filter-change").status, Status.CLEAR)
        self.assertIn("filter-due", known_causes(view.kind))

    def test_inspections(self):
        """Asked when long ago, then not again."""
        run_id = self.begin("brew-tablet")
        now = self.walk(run_id)
        self.finish(run_id, now, inspected={"screen": False, "moon": True})
        self.assertEqual(
            written_at_end([run_row(run_id).entry_id])[run_row(run_id).entry_id].inspected, {"screen": False}
        )

    def test_free_procedures(self):
        """The end of the day settles what it did there."""
        run_id = self.begin("end-of-day")
        row = self.finish(run_id, self.walk(run_id))
        settled = {done.item for done in CareDone.select().where(CareDone.entry == row.entry_id)}
        self.assertEqual(settled, {"drip-tray", "tank-rinse", "wand-purge", "wipe-down"})


class Given(Guided):
    """Broken off in the middle."""

    def test_cleaner_left_inside(self):
        """No other cleaner goes in until it is rinsed out."""
        run_id = self.begin("descale")
        self.walk(run_id, upto=6)
        self.assertTrue(run_row(run_id).state.cleaner_inside)
        answer_step(run_id, EventKind.ABANDON, 6, HAND, "pump broken")
        self.assertTrue(self.view(self.hall).cleaner_inside)
        with self.assertRaisesRegex(InvalidInput, "inside the tank already"):
            self.begin("descale")
        with self.assertRaisesRegex(InvalidInput, "still in the tank"):  # it would be pumped through the group
            self.begin("brew-tablet")
        self.begin_and_abandon("group-rinse")
        rinse = self.begin("rinse-out")
        self.finish(rinse, self.walk(rinse))
        self.assertEqual(left_inside(), {})
        self.assertFalse(self.view(self.hall).cleaner_inside)
        self.begin("descale")

    def begin_and_abandon(self, item):
        """What needs no cleaner may be done; what was left inside stays inside through it."""
        run_id = self.begin(item)
        answer_step(run_id, EventKind.ABANDON, 0, HAND, "only looking")
        self.assertTrue(left_inside([self.hall])[self.hall])

    def test_a_killed_server(self):
        """A run is replayed to the same state from the file alone."""
        run_id = self.begin("descale", Wishes({}, {"coffee": 800}))
        self.walk(run_id, upto=8)
        answer_step(run_id, EventKind.INTERRUPT, 8, HAND, "power")
        before = run_row(run_id).state
        database.close()
        open_database(self.folder)
        database.connect(reuse_if_open=True)
        self.assertEqual(run_row(run_id).state, before)
        answer_step(run_id, EventKind.START_OVER, 8, HAND)
        self.assertEqual(run_row(run_id).state.step.title, "Start the programme")


def picture(size=(2400, 1200), mode="RGB", kind="JPEG", exif=None):
    """A photo as a phone sends it."""
    out = io.BytesIO()
    given = {"exif": exif} if exif else {}
    Image.new(mode, size, "white" if mode == "RGB" else 0).save(out, kind, **given)
    return out.getvalue()


class Photos(Guided):
    """Taken in small, without what the camera wrote."""

    def test_made_small_without_metadata(self):
        """Turned upright, 1600 at most, no place, no maker."""
        exif = Image.Exif()
        exif[0x0112], exif[0x010F], exif[0x0132] = 6, "Somebody", "2026:11:24 07:00:00"
        small, width, height = shrunk(picture(exif=exif))
        self.assertEqual((width, height), (800, 1600))
        with Image.open(io.BytesIO(small)) as read:
            self.assertEqual((read.format, dict(read.getexif()), read.size), ("JPEG", {}, (800, 1600)))
        self.assertNotIn(b"Somebody", small)
        for kind, mode in (("PNG", "P"), ("WEBP", "RGB")):
            self.assertEqual(shrunk(picture((300, 200), mode, kind))[1:], (300, 200))

    def test_refused(self):
        """Too large, no picture, half a picture."""
        for data, said in (
            (b"x" * (12 * 1024 * 1024 + 1), "larger than 12 MB"),
            (b"GIF89a", "not a photo"),
            (picture()[:3000], "not a photo"),
            (b"", "not a photo"),
        ):
            with self.subTest(said=said), self.assertRaisesRegex(InvalidInput, said):
                shrunk(data)

    def test_kept_backed_up_restored_undone(self):
        """With its run; in the backup; found missing by the check."""
        run_id = self.begin("group-strip-down")
        name = add_photo(run_row(run_id), picture(), "before the first screw", HAND)
        self.assertTrue(photo_path(name).is_file())
        self.assertIsNone(photo_path("../lamplight.sqlite3"))
        target = self.folder / "copy" / "one.sqlite3"
        back_up_to(target)
        restore_into(target, self.folder / "fresh")
        self.assertTrue((self.folder / "fresh" / "photos" / name).is_file())
        self.assertEqual(problems_in(), [])
        (photo_folder() / name).unlink()
        self.assertIn("missing from the folder of photos", problems_in()[0])
        undo(Photo.get().entry_id, HAND)
        self.assertEqual(problems_in(), [])


class OwnTexts(Guided):
    """Procedures and products of the keeper's own."""

    def test_copy_change_use_delete(self):
        """A copied procedure guides an item of an own kind; in use it cannot be deleted."""
        from lamplight.sight.kinds import kind_of as known_kind

        text = PROCEDURES.copied("outlets").replace("Wipe the spouts", "Polish the spouts")
        self.assertEqual(save_text(OWN_PROCEDURES, text, HAND).plain.key, "outlets-2")
        kind = KINDS.copied("removable-tabletop").replace(
            "outlets: {like: outlets}", "outlets: {like: outlets, procedure: outlets-2}"
        )
        save_text(OWN_KINDS, kind, HAND)
        own = known_kind("removable-tabletop-2")
        self.assertEqual(procedure_for(own, "outlets-2").steps[0].title, "Polish the spouts")
        with self.assertRaisesRegex(InvalidInput, "uses this procedure"):
            delete_text(OWN_PROCEDURES, "outlets-2", HAND)
        with self.assertRaisesRegex(InvalidInput, "does not say what 'nonsense'"):
            save_text(OWN_PROCEDURES, text.replace("Polish", "Polish {nonsense}"), HAND)
        with self.assertRaisesRegex(InvalidInput, "is a shipped procedure"):
            save_text(OWN_PROCEDURES, text.replace("outlets-2", "outlets"), HAND)
        save_text(OWN_PROCEDURES, text.replace("outlets-2", "outlets-3"), HAND)
        delete_text(OWN_PROCEDURES, "outlets-3", HAND)
        self.assertNotIn("outlets-3", procedures())
        with self.assertRaisesRegex(InvalidInput, "Only procedures of your own"):
            delete_text(OWN_PROCEDURES, "outlets", HAND)

    def test_products(self):
        """A label read again changes the shipped one's dose; odd ones are refused."""
        fields = ProductFields("Concentrate, strong", "descaler", "liquid", "descaling acid", "ml", 60, 60)
        save_product(fields, HAND, "descaler-liquid")
        self.assertEqual(self.ready().stocked_needs[0].line.amount, "60 ml")
        self.assertEqual(products()["descaler-liquid"].title, "Concentrate, strong")
        rows = (
            {"role": "paint"}, {"form": "cloud"}, {"chemistry": "magic"}, {"dose": 0}, {"dose": float("nan")},
            {"per_l": -1}, {"title": " "}, {"unit": ""},
        )  # fmt: skip
        for wrong in rows:
            with (
                self.subTest(wrong=wrong),
                self.assertRaisesRegex(
                    InvalidInput,
                    "A dose lies between|Say its form, and the chemistry that its|Say what it serves as|"
                    "The name is missing|The unit is missing",
                ),
            ):
                save_product(ProductFields(**{**fields.__dict__, **wrong}), HAND)
        before = StockMoveFact.select().count()
        for amount in (-1, float("nan"), 2_000_000):
            with self.subTest(amount=amount), self.assertRaisesRegex(InvalidInput, "An amount lies between"):
                move_stock("descaler-liquid", Move.COUNTED, amount, HAND)
        with self.assertRaisesRegex(InvalidInput, "There is no such product"):
            move_stock("nothing", Move.COUNTED, 1, HAND)
        self.assertEqual(StockMoveFact.select().count(), before)

    def test_every_kind_has_its_usual_products(self):
        """Each role of each procedure is served on the tabletop."""
        self.assertEqual(kind_of("removable-tabletop").products["descaler"], "descaler-liquid")
