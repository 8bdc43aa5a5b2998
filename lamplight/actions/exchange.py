"""Taking readings in from a file, and giving them out."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from lamplight.actions.entries import write_entry
from lamplight.core.errors import LamplightError
from lamplight.core.machine.book import MachineBook
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import CounterBook, Reading, backwards_pairs
from lamplight.core.usage.plausibility import doubtful_among, future_doubt
from lamplight.formats.readings_csv import EXAMPLES, Problem, Row, read
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_of
from lamplight.store.books import books
from lamplight.store.changes import changes_so_far
from lamplight.store.database import database
from lamplight.store.readings import insert_readings
from lamplight.store.sites import SiteRow, machines

MOST_LOOKS = 2  # at a file, while somebody else goes on writing; then nobody else may


@dataclass(frozen=True)
class ImportFacts:
    """A file as it was handed in.

    Attributes:
        order: how its dates are written: ``iso``, ``day`` or ``month`` first.
        confirmed: whether its doubts were answered with yes.
    """

    data: bytes
    order: str = "iso"
    confirmed: bool = False


@dataclass(frozen=True)
class ImportResult:
    """How many readings were new, and how many were in the book already."""

    added: int
    known: int


class FileProblems(LamplightError):
    """The file is refused whole."""

    def __init__(self, problems: Sequence[Problem]) -> None:
        super().__init__("; ".join(f"line {p.line}, {p.column or 'file'}: {p.reason}" for p in problems[:10]))
        self.problems = tuple(problems)


class FileDoubts(LamplightError):
    """The file may be right, but some of it is unlikely."""

    def __init__(self, sentences: Sequence[str]) -> None:
        super().__init__(" ".join(sentences[:10]))
        self.sentences = tuple(sentences)


def import_readings(site: SiteRow, asked: ImportFacts, actor: Actor) -> ImportResult:
    """Take a file in whole, or not at all.

    Raises:
        FileProblems: when any line is wrong, with all of them.
        FileDoubts: when readings are implausible and not confirmed.
    """
    rows, problems = read(asked.data, site.calendar, asked.order)
    if problems:
        raise FileProblems(problems)
    for _ in range(MOST_LOOKS):
        seen = changes_so_far(database)
        fresh = _checked(site, rows, asked, actor)
        with database.atomic():  # others wait while it is written, and not while it is looked at
            if changes_so_far(database) == seen:
                added = _save(fresh, actor)
                return ImportResult(added, len(rows) - added)
    with database.atomic():
        added = _save(_checked(site, rows, asked, actor), actor)
    return ImportResult(added, len(rows) - added)


def _checked(site: SiteRow, rows: Sequence[Row], asked: ImportFacts, actor: Actor) -> dict[tuple[int, str], list[Row]]:
    """Lines that are not in the book yet, by machine and counter.

    Raises:
        FileProblems, FileDoubts: as `import_readings` does.
    """
    by_counter = _by_counter(site, rows)
    known = books([machine_id for machine_id, _ in by_counter])
    problems, doubts, fresh = [], [], {}
    for (machine_id, counter), lines in by_counter.items():
        facts = known.get(machine_id, MachineBook()).counter(counter)
        fresh[machine_id, counter], wrong = _new_lines(lines, facts)
        problems += wrong
        if not wrong:
            refused, unsure = _examined(fresh[machine_id, counter], facts, site.calendar_of(machine_id), actor)
            problems += refused
            doubts += unsure
    if problems:
        raise FileProblems(sorted(problems, key=lambda problem: problem.line))
    if doubts and not asked.confirmed:
        raise FileDoubts(doubts)
    return fresh


def _by_counter(site: SiteRow, rows: Sequence[Row]) -> dict[tuple[int, str], list[Row]]:
    """Lines by machine and counter."""
    names = {row.name.lower(): row for row in machines(site.id)}
    by_counter: dict[tuple[int, str], list[Row]] = defaultdict(list)
    problems = []
    for row in rows:
        if row.machine.lower() not in names:
            problem = "No machine here has that name. Add it first, or mend the name."
            problems.append(Problem(row.line, "machine", row.machine, problem, next(iter(names), EXAMPLES["machine"])))
            continue
        machine = names[row.machine.lower()]
        if row.counter not in kind_of(machine.kind).counters:
            problem = "No such counter on this machine."
            problems.append(Problem(row.line, "counter", row.counter, problem, kind_of(machine.kind).counters[0]))
        else:
            by_counter[machine.id, row.counter].append(row)
    if problems:
        raise FileProblems(problems)
    return by_counter


def _new_lines(lines: Sequence[Row], facts: CounterBook) -> tuple[list[Row], list[Problem]]:
    """Lines that are not in the book yet; another value for the same moment is a problem."""
    values = {reading.at: reading.value for reading in facts.readings}
    fresh, problems = [], []
    for row in sorted(lines, key=lambda row: (row.at, row.line)):
        if row.at not in values:
            values[row.at] = row.value
            fresh.append(row)
        elif values[row.at] != row.value:
            problem = f"{values[row.at]} is already written down for that moment."
            problems.append(Problem(row.line, "value", str(row.value), problem, str(values[row.at])))
    return fresh, problems


def _examined(
    fresh: Sequence[Row], facts: CounterBook, calendar: SiteCalendar, actor: Actor
) -> tuple[list[Problem], list[str]]:
    """What cannot be so, and what is unlikely, judged by the usage over book and file together."""
    whole = facts.and_(Reading(row.at, row.value) for row in fresh)
    lines = {(row.at, row.value): row for row in fresh}
    problems = []
    for earlier, later in backwards_pairs(whole.readings, whole.restarts):
        row = lines.get((later.at, later.value)) or lines.get((earlier.at, earlier.value))
        if row:
            problem = (
                f"The counter would run back from {earlier.value} to {later.value}. If it restarted, type that "
                "reading on the sheet first, where you can say so."
            )
            problems.append(Problem(row.line, "value", str(row.value), problem, EXAMPLES["value"]))
    if problems:
        return problems, []
    for row in fresh:
        ahead = future_doubt(row.at, calendar, actor.now)
        if ahead:
            problems.append(Problem(row.line, "time", f"{row.at:%Y-%m-%d %H:%M}", ahead.sentence, EXAMPLES["time"]))
    if problems:
        return problems, []
    doubtful = doubtful_among([Reading(row.at, row.value) for row in fresh], facts, calendar, actor.now)
    named = [(lines[(reading.at, reading.value)], doubt) for reading, doubt in doubtful]
    return [], [f"Line {row.line}, {row.machine}: {doubt.sentence}" for row, doubt in named]


def _save(fresh: dict[tuple[int, str], list[Row]], actor: Actor) -> int:
    added = 0
    for (machine_id, counter), rows in fresh.items():
        if not rows:
            continue
        summary = f"{len(rows)} readings taken in from a file"
        entry = write_entry("import", summary, actor, machine_id)
        insert_readings(entry.id, machine_id, counter, ((row.at, row.value) for row in rows), "csv")
        added += len(rows)
    return added
