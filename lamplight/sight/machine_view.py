"""One machine as everything looks at it: its kind, where its items stand, and the run that is open on it."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from datetime import datetime
from functools import cached_property
from math import ceil
from typing import Any

from lamplight.core.assess import MachineStatus
from lamplight.core.care.first import DrinksWait, Said, UnderWay, drinks_wait, first_said, in_one_run
from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.care.visits import Visit, visits
from lamplight.core.diagnosis.evidence import Circumstances, Facts, evidence_of
from lamplight.core.diagnosis.panel_reading import PanelReading, panel_reading
from lamplight.core.job.chemistry import Inside, Product, before_the_cup
from lamplight.core.job.needs import NeedLine, need_lines
from lamplight.core.job.procedure import Procedure
from lamplight.core.lamps.causes import Tried
from lamplight.core.machine.kind import Kind
from lamplight.core.round.works import span_s, works_of
from lamplight.core.run.advice import advised_answers
from lamplight.core.run.clock import Learned, keeper_seconds, whole_time
from lamplight.core.run.state import RunState
from lamplight.sight.cache import kept
from lamplight.sight.causes import known_causes
from lamplight.sight.kinds import equipped_kind
from lamplight.sight.procedures import END_OF_DAY, procedure_for
from lamplight.store.runs import RunRow, ended_runs, finished_runs_by_item
from lamplight.store.sightings import confirmations_given
from lamplight.store.sites import MachineRow
from lamplight.store.waters import Setup


@dataclass(frozen=True)
class Looked:
    """What a machine's book says now."""

    kind: Kind
    status: MachineStatus
    serving: Mapping[str, Product]


@dataclass(frozen=True)
class MachineView:
    """A machine with its kind, where its items stand, and the run that is open on it.

    Of many machines the book of each is looked into only where somebody asks.

    Attributes:
        look: looks into its book.
        rests_on: equal for two views as long as their books are.
        standing: how urgent it is at most, where that is known without looking; for many machines alone.
        left_inside: cleaners that an earlier run left inside.
        deferrals: until when items were left for later, by key.
        tried: causes that were tried here, oldest first.
        led_often: the jobs that were led here often enough to teach their times, with the latest run of each.
    """

    row: MachineRow
    look: Callable[[], Looked] = field(repr=False, compare=False)
    rests_on: object = field(repr=False)
    run: RunRow | None
    setup: Setup = field(default_factory=Setup)
    left_inside: tuple[Inside, ...] = ()
    deferrals: Mapping[str, datetime] = field(default_factory=dict)
    tried: tuple[Tried, ...] = ()
    standing: tuple[Status, bool] | None = field(default=None, compare=False)
    lit: int | None = field(default=None, compare=False)
    led_often: Mapping[str, int] = field(default_factory=dict)

    @cached_property
    def looked(self) -> Looked:
        """What its book says."""
        return self.look()

    @property
    def whole_kind(self) -> Kind:
        """Its kind with what was said of this machine, every part of it fitted or not."""
        return self.looked.kind

    @property
    def status(self) -> MachineStatus:
        """Where its items stand."""
        return self.looked.status

    @property
    def serving(self) -> Mapping[str, Product]:
        """The product that serves each role here."""
        return self.looked.serving

    @property
    def how_lit(self) -> int:
        """0 where its panel is dark, 1 where it shows something, 2 where that stops drinks."""
        if self.lit is not None and "looked" not in self.__dict__:
            return self.lit
        return 0 if self.panel.seen is None else 2 if self.stopped else 1

    @property
    def may_alarm(self) -> bool:
        """Whether a lamp may stop it, or a limit of hygiene be passed; surely not where this is False."""
        return self.standing is None or self.how_lit > 0 or self.standing[0] is Status.OVERDUE

    @property
    def wants_hygiene(self) -> bool:
        """Whether something is to be done that people can fall ill of; by its bound where nobody looked yet."""
        if self.standing is not None and "looked" not in self.__dict__:
            return self.standing[1]
        return bool(self.left_inside) or any(due.to_do and due.item.hygiene for due in self.status.dues)

    @property
    def worst(self) -> Status:
        """Of its most urgent item; at most so urgent where nobody looked yet."""
        if self.standing is not None and "looked" not in self.__dict__:
            return self.standing[0]
        return self.status.worst

    @cached_property
    def kind(self) -> Kind:
        """Its kind as it is fitted here: what procedures, times, amounts and causes go by."""
        return equipped_kind(self.whole_kind, self.status.book.water)

    @cached_property
    def panel(self) -> PanelReading:
        """What its panel says now."""
        return panel_reading(self.whole_kind.panel, self.status, known_causes(self.kind), self.whole_kind.traits)

    @cached_property
    def facts(self) -> Facts:
        """What is known about it that speaks for or against a cause."""
        runs: dict[str, RunState] = {}
        for run in ended_runs(self.row.id):
            runs.setdefault(run.item, run.state)
        around = Circumstances(confirmations_given(self.row.id), runs, self.deferrals)
        return evidence_of(self.status, self.whole_kind, around)

    @cached_property
    def visits(self) -> tuple[Visit, ...]:
        """Items that are best done together."""
        return visits(self.status.dues, self.status.context, self.setup.window_days)

    @cached_property
    def done_at_closing(self) -> frozenset[str]:
        """Keys of the items that the end of the day does in one run."""
        return frozenset(procedure_for(self.kind, END_OF_DAY, self.serving).settles)

    def procedure(self, due: Due) -> Procedure | None:
        """The procedure that guides an item here; None where it needs no guiding."""
        return procedure_for(self.kind, due.item.procedure, self.serving) if due.item.procedure else None

    def own_minutes(self, due: Due) -> int:
        """The keeper's own minutes for a job here, rounded up."""
        return max(1, ceil(self.own_seconds(due) / 60))

    def own_seconds(self, due: Due) -> int:
        """The keeper's own seconds for a job here: the sum of its steps' hands, else what the item says."""
        procedure = self.procedure(due)
        return 60 * due.item.minutes if procedure is None else self._hands_s(due.item.key, procedure)

    def span_minutes(self, due: Due) -> int:
        """Minutes from the first touch of a job until its machine is free again, rounded up; from three runs on those
        that its runs took here."""
        procedure = self.procedure(due)
        if procedure is None:
            return due.item.minutes
        key = ("span", due.item.key)
        if key not in self._jobs:
            answers = advised_answers(procedure, self.status.context.calendar, self.status.context.now)
            whole = self._taken(due.item.key)
            self._jobs[key] = ceil((whole.median_s if whole else span_s(works_of(procedure, answers))) / 60)
        return int(self._jobs[key])

    def _taken(self, job: str) -> Learned | None:
        """What the runs of a job took here; None where too few were led to an end."""
        if job not in self.led_often:
            return None
        if ("taken",) not in self._jobs:
            runs = finished_runs_by_item(self.row.id, self.led_often)
            self._jobs["taken",] = {item: whole_time(states) for item, states in runs.items()}
        return self._jobs["taken",].get(job)  # type: ignore[no-any-return]

    @cached_property
    def closing_seconds(self) -> int:
        """The keeper's own seconds for the end of the day in one run."""
        return self._hands_s(END_OF_DAY, procedure_for(self.kind, END_OF_DAY, self.serving))

    def _hands_s(self, job: str, procedure: Procedure) -> int:
        answers = advised_answers(procedure, self.status.context.calendar, self.status.context.now)
        key = (job, *answers.values())
        if key not in self._jobs:
            self._jobs[key] = keeper_seconds(procedure, answers)
        return self._jobs[key]

    @cached_property
    def _jobs(self) -> dict[tuple[str, ...], Any]:
        """What its jobs take, worked out once while its kind and its products stay."""
        return kept(("jobs", self.row.id), (self.kind, self.serving, self.led_often), dict)

    def needs(self, due: Due) -> tuple[NeedLine, ...]:
        """What a job takes here: by its procedure, else by the item itself."""
        key = ("needs", due.item.key)
        if key not in self._jobs:
            self._jobs[key] = self._needs_of(due)
        return self._jobs[key]

    def _needs_of(self, due: Due) -> tuple[NeedLine, ...]:
        procedure = self.procedure(due)
        if procedure is None:
            return tuple(NeedLine("", product) for product in due.item.products)
        return need_lines(procedure, self.serving)

    @property
    def stopped(self) -> bool:
        """Whether what is lit stops drinks, or means that a part is missing."""
        return any(meaning.pattern.halts for meaning in self.panel.meanings)

    @cached_property
    def drinks_wait(self) -> DrinksWait | None:
        """What holds drinks back here, or None."""
        halting = [meaning.title for meaning in self.panel.meanings if meaning.pattern.halts]
        return drinks_wait(self.cleaner_inside, halting, self.status.dues)

    @property
    def first_said(self) -> Said:
        """What is said first of it."""
        run = None
        if self.run:
            state, steps = self.run.state, len(self.run.state.procedure.steps)
            run = UnderWay(state.procedure.title, min(state.index + 1, steps), steps)
        trouble = "; ".join(meaning.title for meaning in self.panel.meanings if meaning.pattern.sort.interrupts)
        return first_said(run, self.drinks_wait, trouble, self.status.dues, self.status.context.today)

    def in_one_run(self, items: Iterable[str]) -> int:
        """How many of some jobs the end of the day would do in one run; 0 where that spares nothing."""
        return in_one_run(items, self.done_at_closing, self.run is not None)

    @property
    def cleaner_inside(self) -> bool:
        """Whether nobody should drink: cleaner is inside, of this run or left by an earlier one."""
        return bool(before_the_cup(self.left_inside)) or bool(self.run and self.run.state.cleaner_inside)
