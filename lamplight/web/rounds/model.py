"""A round as the pages show it: the score, the stops, the bag, and what is not done in it."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from flask import url_for
from markupsafe import Markup

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.first import NO_DRINKS, late_words
from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.job.procedure import END_OF_DAY
from lamplight.core.round.carry import Nature
from lamplight.core.round.problem import RoundJob, Share, Turn
from lamplight.core.round.stops import machine_tracks, sum_words
from lamplight.core.words import day_words, listed
from lamplight.drawing.score import Bar, Block, Score, Shut, score
from lamplight.sight.closing import ClosingHere
from lamplight.sight.machine_view import MachineView
from lamplight.sight.rounds import CarriedLine, RoundView
from lamplight.web.lamps.model import lit_lamps

# The score is drawn to the next whole five minutes, and never shorter than half an hour.
LEAST_SCORE_S, SCORE_STEP_S = 1800, 300
# How much a panel says that stops drinks, and of how many machines that is said.
STOPS, MOST_STOPPED = 2, 3
TIMES = ((20, "20 min"), (45, "45 min"), (60, "1 h"), (120, "2 h"), (240, "4 h"))


@dataclass(frozen=True)
class ShareLine:
    """One care item of a stop.

    Attributes:
        job: machine and item in one word, as the forms send it.
        href: where it is begun or gone on with; empty where it is settled with another.
        run: number of the run that is open for it, or None.
        item: whether it is a care item, which can be ticked, and no free procedure.
    """

    share: Share
    job: str
    href: str = ""
    run: int | None = None
    item: bool = True


@dataclass(frozen=True)
class TouchedJob:
    """One job of a touch: its key, its words with what goes in, and where its steps are; empty where it has none."""

    key: str
    words: str
    steps: str


@dataclass(frozen=True)
class CloseLine:
    """What one touch writes down at a stop: its words, the keeper's minutes, and the jobs."""

    words: str
    minutes: int
    jobs: tuple[TouchedJob, ...]


@dataclass(frozen=True)
class StopLine:
    """A machine of the round.

    Attributes:
        number: its place in the order of first visits, from 1.
        machine_id, name, place: which, and where it stands.
        status: of its most urgent item.
        minutes: the keeper's own, of all visits.
        starts, usable: when the first work begins, and when the machine is free again.
        led: what procedures lead through, with what each settles.
        ticks: what is only ticked.
        why: the reason of what matters most.
        reasons: the title and reason of each, where there are several.
        stop: what must not be done at it until this is, or empty.
        together: why several are done in one go, or empty.
        backs: when the keeper comes back, and to what.
        one_run: how many of what is ticked the end of the day would do in one run; 0 where it would spare nothing.
        close: what one touch writes down, in place of ticking each; or None.
    """

    number: int
    machine_id: int
    name: str
    place: str
    status: Status
    minutes: int
    starts: datetime
    usable: datetime
    led: tuple[ShareLine, ...]
    ticks: tuple[ShareLine, ...]
    why: str
    reasons: tuple[tuple[str, str], ...]
    stop: str
    together: str
    backs: tuple[tuple[datetime, str], ...]
    one_run: int = 0
    close: CloseLine | None = None


@dataclass(frozen=True)
class NotNow:
    """Something that is due and not done in this round, and why."""

    machine_id: int
    machine: str
    share: Share
    why: str
    job: str
    blocked: bool = False


@dataclass(frozen=True)
class RoundModel:
    """The round on a page.

    Attributes:
        view: what it is made of.
        headline: in a few words.
        said: what else is worth knowing, in sentences.
        drawing: the score.
        lines: the stops.
        not_now: what is not done in it.
        bag: what to carry, sort by sort.
        missing: what the cupboard has not, in a sentence, or empty.
    """

    view: RoundView
    headline: str
    said: tuple[str, ...]
    drawing: Markup
    lines: tuple[StopLine, ...]
    not_now: tuple[NotNow, ...]
    bag: tuple[tuple[Nature, tuple[CarriedLine, ...]], ...]
    missing: str

    @property
    def first(self) -> StopLine | None:
        """The first stop."""
        return self.lines[0] if self.lines else None

    @property
    def packed(self) -> int:
        """How many lines of the bag are packed."""
        return sum(carried.packed for _, lines in self.bag for carried in lines)

    @property
    def to_pack(self) -> int:
        """How many lines the bag has."""
        return sum(len(lines) for _, lines in self.bag)


def round_model(view: RoundView, touches: Sequence[ClosingHere] = ()) -> RoundModel:
    """The round for a page.

    Args:
        touches: what one touch writes down at machines.
    """
    lines = _lines(view, {one.view.row.id: one for one in touches if one.closing.dues})
    return RoundModel(
        view,
        _headline(view, lines),
        _said(view),
        _drawing(view),
        lines,
        _not_now(view),
        tuple(
            (nature, own) for nature in Nature if (own := tuple(one for one in view.bag if one.line.nature is nature))
        ),
        _missing(view),
    )


def clock(view: RoundView, moment: datetime) -> str:
    """The time of day at the site."""
    calendar = view.calendar
    return f"{moment.astimezone(calendar.tz):%H:%M}"


def _headline(view: RoundView, lines: tuple[StopLine, ...]) -> str:
    if not lines:
        return f"Nothing to do {_begins(view)}." if view.ahead else "Nothing to do now."
    own_s = view.plan.hands_s + view.plan.walk_s
    words = sum_words(view.stops, own_s)
    if view.ahead:
        return f"Next round {_begins(view)}: {words[:1].lower()}{words[1:]}"
    return f"{words} Done by {clock(view, view.at(view.plan.finish_s))}."


def _begins(view: RoundView) -> str:
    """When a round begins that lies ahead: ``18:00``, ``tomorrow, 05:40``."""
    return moment_words(view, view.now)


def moment_words(view: RoundView, moment: datetime) -> str:
    """A moment as it is said on the day on which the page is looked at."""
    calendar = view.calendar
    local = moment.astimezone(calendar.tz)
    today = calendar.today(view.looked_at)
    day = "" if local.date() == today else f"{day_words(local.date(), today)}, "
    return f"{day}{local:%H:%M}"


def _stopped(view: RoundView) -> list[MachineView]:
    """The machines whose panel stops drinks, a few at most; it is said before the round, whenever that begins."""
    return [own for own in view.views.values() if own.how_lit == STOPS][:MOST_STOPPED]


def _said(view: RoundView) -> tuple[str, ...]:
    said = [f"{own.row.name} gives no drinks: {own.drinks_wait.words}" for own in _stopped(view) if own.drinks_wait]
    waits = view.stops[0].start_s if view.stops else 0
    if waits > 300:
        said.append(f"It begins at {clock(view, view.at(waits))}.")
    kept = {span.words for spans in view.problem.taken.values() for span in spans}
    if kept and view.plan.placed:
        said.append(f"{listed(sorted(kept)).capitalize()} stays free.")
    left = [share.title for job in view.plan.left_out for share in job.shares]
    if left:
        more = f" and {len(left) - 2} more" if len(left) > 2 else ""
        said.append(f"Not in this time: {', '.join(left[:2])}{more}.")
    if view.beyond:
        who = "machine waits" if view.beyond == 1 else "machines wait"
        said.append(f"{view.beyond} more {who} for another keeper or another time.")
    return tuple(said)


def _lines(view: RoundView, touches: Mapping[int, ClosingHere]) -> tuple[StopLine, ...]:
    order = list(dict.fromkeys(stop.machine for stop in view.stops))
    return tuple(_line(n, machine, view, touches.get(machine)) for n, machine in enumerate(order, 1))


def _line(number: int, machine: int, view: RoundView, closing: ClosingHere | None) -> StopLine:
    own = view.views[machine]
    placed = [one for one in view.plan.placed if one.job.machine == machine]
    jobs = [job for job in view.plan.done if job.machine == machine]
    shares = sorted((share for job in jobs for share in job.shares), key=lambda share: share.rank)
    visits = [stop for stop in view.stops if stop.machine == machine]
    close, touched = _close_line(closing, jobs)
    left = [share for share in shares if share.item not in touched]
    return StopLine(
        number,
        machine,
        own.row.name,
        own.row.place,
        own.status.worst,
        max(1, round(sum(one.of.hands_s for one in placed) / 60)),
        view.at(visits[0].start_s),
        view.at(view.plan.free_again_s(machine) or 0),
        tuple(line for job in jobs if not job.ticks and not _closed(job, touched) for line in _led(job, view)),
        tuple(
            ShareLine(share, f"{machine}:{share.item}")
            for job in jobs
            if job.ticks
            for share in job.shares
            if share.item not in touched
        ),
        f"{left[0].title}: {left[0].why.rstrip('.')}." if left else "",
        tuple((share.title, share.why) for share in left) if len(left) > 1 else (),
        _stop_words(own, shares),
        " ".join(_together(job) for job in jobs if job.saved_s),
        tuple((view.at(stop.start_s), _back_words(stop.placed)) for stop in visits[1:]),
        0 if touched else own.in_one_run(share.item for job in jobs if job.ticks for share in job.shares),
        close,
    )


def _closed(job: RoundJob, touched: Collection[str]) -> bool:
    """Whether one touch stands for all that a job does."""
    return not job.begun and {share.item for share in job.shares} <= set(touched)


def _close_line(closing: ClosingHere | None, jobs: Sequence[RoundJob]) -> tuple[CloseLine | None, frozenset[str]]:
    """What one touch writes down of what the round does at a machine, and the items that are not told besides.

    What is done along with a job that is led, as the drawer with the tablet, is written down with that.
    """
    if closing is None:
        return None, frozenset()
    known = {*(due.item.key for due in closing.closing.dues), *closing.closing.settled, END_OF_DAY}
    done = {share.item for job in jobs if job.ticks or _closed(job, known) for share in job.shares}
    dues = [due for due in closing.closing.dues if due.item.key in done]
    if not dues:
        return None, frozenset()
    touched = tuple(TouchedJob(due.item.key, closing.words(due), _steps(closing, due)) for due in dues)
    line = CloseLine(listed([one.words for one in touched]), closing.minutes_of(dues), touched)
    return line, frozenset({*(one.key for one in touched), *closing.closing.settled, END_OF_DAY})


def _steps(closing: ClosingHere, due: Due) -> str:
    """Where a job is led through; empty where it needs no leading."""
    return url_for("runs.ready", machine_id=closing.view.row.id, key=due.item.key) if due.item.procedure else ""


def _together(job: RoundJob) -> str:
    names = [share.title for share in job.shares if f"{job.machine}:{share.item}" in job.chores]
    return f"{listed([names[0], *(name.lower() for name in names[1:])])} share the {job.opening}: one opening for all."


def _stop_words(view: MachineView, shares: Sequence[Share]) -> str:
    """What nobody must do at the machine as long as this is not done."""
    if view.cleaner_inside:
        return f"{NO_DRINKS}."
    late = [late_words(due) for share in shares if (due := view.status.due(share.item)) is not None]
    return " ".join(dict.fromkeys(words for words in late if words))


def _led(job: RoundJob, view: RoundView) -> list[ShareLine]:
    run = view.views[job.machine].run
    lines = []
    for share in job.shares:
        key = f"{job.machine}:{share.item}"
        if job.begun and run is not None and share.item == run.item:
            lines.append(ShareLine(share, key, url_for("runs.page", run_id=run.id), run.id))
        elif key in job.chores:
            href = url_for("runs.ready", machine_id=job.machine, key=share.item)
            item = view.views[job.machine].kind.item(share.item) is not None
            lines.append(ShareLine(share, key, href, item=item))
        else:
            lines.append(ShareLine(share, key))
    return lines


def _back_words(placed: tuple[Turn, ...]) -> str:
    return listed(list(dict.fromkeys(one.of.words[:1].lower() + one.of.words[1:] for one in placed)))


def _not_now(view: RoundView) -> tuple[NotNow, ...]:
    return tuple(
        NotNow(one.machine, view.views[one.machine].row.name, one.share, one.why,
               f"{one.machine}:{one.share.item}", one.blocked)
        for one in view.not_done
    )  # fmt: skip


def _missing(view: RoundView) -> str:
    names = [carried.line.thing for carried in view.bag if carried.there is False]
    blocked = [f"{one.share.title} at {view.views[one.machine].row.name}" for one in view.waiting if one.blocked]
    said = [f"Missing: {listed(names)}."] if names else []
    said += [f"Nothing in the cupboard for {listed(blocked)}."] if blocked else []
    return " ".join(said)


def _drawing(view: RoundView) -> Markup:
    order = list(dict.fromkeys(stop.machine for stop in view.stops))
    past_s = min(0, int((view.row.begun_at - view.now).total_seconds())) if view.row else 0
    past_s = max(past_s, -2 * 3600)
    length = max(LEAST_SCORE_S, view.plan.finish_s - past_s)
    length = -(-length // SCORE_STEP_S) * SCORE_STEP_S
    left_end = view.now + timedelta(seconds=past_s)
    blocks = [
        Block(
            one.start_s - past_s, one.end_s - past_s, one.job.machine, _circuit(one.job), one.of.words,
            f"#stop-{one.job.machine}", one.walk_s,
        )
        for one in view.plan.placed
    ]  # fmt: skip
    bars = [
        Bar(start - past_s, end - past_s, machine, _circuit(one.job), one.of.alone_words)
        for machine, track in machine_tracks(view.plan).items()
        for start, end, one in track
    ]
    bars += [bar for machine in order if (bar := _running_now(machine, view, past_s))]
    shuts = [
        Shut(span.start_s - past_s, span.end_s - past_s, machine, span.words)
        for machine in order
        for span in view.problem.taken.get(machine, ())
    ]
    calendar = view.calendar
    return score(
        Score(
            [(machine, view.views[machine].row.name) for machine in order],
            blocks,
            bars,
            shuts,
            length,
            -past_s,
            lambda seconds: clock(view, left_end + timedelta(seconds=seconds)),
            left_end.astimezone(calendar.tz).minute,
            {machine: colour for machine in order if (colour := _lit(view.views[machine]))},
        )
    )


def _lit(view: MachineView) -> str:
    """The colour of the lamp that was seen lit, the most pressing first; empty where none was."""
    colours = [colour for state, colour in lit_lamps(view) if state != "off"]
    return next((colour for colour in ("red", "amber", *colours) if colour in colours), "")


def _running_now(machine: int, view: RoundView, past_s: int) -> Bar | None:
    """What a machine that was begun does until its clock calls."""
    job = next((job for job in view.plan.done if job.machine == machine and job.begun), None)
    if job is None or not job.ready_s:
        return None
    run = view.views[machine].run
    words = run.state.step.title if run and run.state.step else job.works[0].words
    return Bar(0, job.ready_s - past_s, machine, _circuit(job), words)


def _circuit(job: RoundJob) -> Circuit:
    return job.shares[0].circuit if job.shares else Circuit.BODY


def next_slot_words(view: RoundView) -> str:
    """When somebody comes the next time, in words; empty where nobody does."""
    return moment_words(view, view.next_slot) if view.next_slot is not None else ""
