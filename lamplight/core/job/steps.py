"""One step of a procedure: what it asks for, what it moves, pours and puts in."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum

from lamplight.core.anatomy.duration import Duration
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.errors import InvalidInput
from lamplight.core.job.containers import Delivery
from lamplight.core.site.degrees import from_celsius, in_celsius


class StepKind(StrEnum):
    """What a step asks for."""

    DO = "do"
    CHECK = "check"
    WAIT = "wait"
    MACHINE = "machine"
    POUR = "pour"
    TIP_OUT = "tip out"
    ASK = "ask"
    PHOTO = "photo"

    @property
    def timed(self) -> bool:
        """Whether a clock runs in it."""
        return self in (StepKind.WAIT, StepKind.MACHINE)


class AskFor(StrEnum):
    """What sort of answer a question wants."""

    NUMBER = "number"
    CHOICE = "choice"
    COUNTER = "counter"
    TEMPERATURE = "temperature"


@dataclass(frozen=True)
class Ask:
    """A question of a step.

    Attributes:
        key: under which the answer is kept.
        sort: what answer it wants.
        choices: for a choice, two or more.
        unit: for a number; ``°C`` for a temperature.
        shown_in: the unit in which a temperature is typed and shown, where it is another.
        low, high: what is possible; an answer outside is refused.
        good_low, good_high: what is well; outside, `when_off` is said.
        when_off: what to do then.
        counter: which counter is read.
    """

    key: str
    sort: AskFor
    choices: tuple[str, ...] = ()
    unit: str = ""
    low: float = 0.0
    high: float = 1_000_000_000.0
    good_low: float | None = None
    good_high: float | None = None
    when_off: str = ""
    counter: str = ""
    shown_in: str = ""

    @property
    def typed_unit(self) -> str:
        """The unit in which it is typed."""
        return self.shown_in or self.unit

    def checked(self, text: str) -> str:
        """The answer as it is kept.

        Raises:
            InvalidInput: for an answer that is none, in a sentence that says what is.
        """
        answer = text.strip()
        if self.sort is AskFor.CHOICE:
            if answer not in self.choices:
                raise InvalidInput(f"Choose one: {', '.join(self.choices)}.")
            return answer
        try:
            value = float(answer.replace(",", ".").replace("\u202f", "").replace(" ", ""))
        except ValueError:
            value = float("nan")
        value = in_celsius(value, self.typed_unit)
        if not self.low <= value <= self.high:
            low, high = from_celsius(self.low, self.typed_unit), from_celsius(self.high, self.typed_unit)
            unit = f" {self.typed_unit}" if self.typed_unit else ""
            raise InvalidInput(f"A number between {low:g} and {high:g}{unit} is wanted here.")
        if self.sort is AskFor.COUNTER and value != int(value):
            raise InvalidInput("A counter shows a whole number.")
        return f"{value:g}" if self.sort is not AskFor.COUNTER else str(int(value))

    def off(self, answer: str) -> bool:
        """Whether a kept answer lies outside what is well."""
        if self.sort is AskFor.CHOICE or (self.good_low is None and self.good_high is None):
            return False
        value = float(answer)
        return (self.good_low is not None and value < self.good_low) or (
            self.good_high is not None and value > self.good_high
        )


@dataclass(frozen=True)
class Only:
    """A step belongs to a run only where a question was answered so."""

    key: str
    answers: tuple[str, ...]

    def holds(self, answers: Mapping[str, str]) -> bool:
        """Whether it does, for the answers given by now."""
        return answers.get(self.key) in self.answers


@dataclass(frozen=True)
class Step:
    """One step.

    Attributes:
        kind: what it asks for.
        title: the order, in a few words.
        text: how, one to three sentences.
        circuit, part: what the drawing lights.
        pose: how the drawing shows it, such as ``group-out``.
        duration: for timed steps; filled in from the kind where only `duration_name` is given.
        duration_name: what the kind calls the time, such as ``programme``.
        over_when: what tells that the machine has finished.
        done_label: the words on the button that moves on.
        on_no: for a check: what to do where the answer is no.
        caution, mistake, why: shown with the step where given.
        when: traits of the kind that it needs; a trait with ``not `` before it must be absent.
        only: the answers to earlier questions that it needs.
        ask: its question, or None.
        confirmation: the confirmation that a check is, or empty; see `lamplight.core.job.confirmations`.
        no_goes_on: whether a check's no is a fact with which the run goes on.
        amount_ml, amount_of: for a pour: how much of what.
        delivers: water that comes out, outlet by outlet.
        tips: vessels that it empties, or ``all``.
        puts: places into which a cleaner goes, and the role that the cleaner has.
        rinses: places out of which cleaner is rinsed with fresh water.
        takes_out, puts_back: a part that leaves the machine, or comes back.
        strips: whether the part in hand is taken apart, so that what it is made of is named.
        access: what the kind's access facts call the way in, or empty.
        starts_over: whether an interrupted machine begins again from here.
        call: the call of the palette that it is of, or empty.
        signal: what the display says or the lamps show when the machine comes to it, or empty.
        hands_s: the keeper's own seconds; None for what steps of its sort usually take.
        opens, shuts: what is brought out of its working position, such as ``valve``, or back into it.
        stands: keys of the containers that are put up.
        asks: what the machine may ask for at any time while it works.
        asks_if_soon: whether an end far before its time is doubted.
        idle: whether nobody waits for it, and the run counts as interrupted meanwhile.
        own: which call of the machine's own programme it belongs to, from 0; -1 for none.
        named: names of words in it that only a manual can know; see `lamplight.core.machine.told`.
    """

    kind: StepKind
    title: str
    text: str
    circuit: Circuit
    part: str
    pose: str = ""
    duration: Duration | None = None
    duration_name: str = ""
    over_when: str = ""
    done_label: str = "Done"
    on_no: str = ""
    caution: str = ""
    mistake: str = ""
    why: str = ""
    when: tuple[str, ...] = ()
    only: tuple[Only, ...] = ()
    ask: Ask | None = None
    confirmation: str = ""
    no_goes_on: bool = False
    amount_ml: int | None = None
    amount_of: str = ""
    delivers: tuple[Delivery, ...] = ()
    tips: tuple[str, ...] = ()
    puts: tuple[tuple[str, str], ...] = ()
    rinses: tuple[str, ...] = ()
    takes_out: str = ""
    strips: bool = False
    puts_back: str = ""
    access: str = ""
    starts_over: bool = False
    call: str = ""
    signal: str = ""
    hands_s: int | None = None
    opens: str = ""
    shuts: str = ""
    stands: tuple[str, ...] = ()
    asks: tuple[Aside, ...] = ()
    asks_if_soon: bool = False
    idle: bool = False
    own: int = -1
    named: tuple[str, ...] = ()

    def said(self, change: Callable[[str], str]) -> Step:
        """The step with every text that somebody reads changed in the same way."""
        return replace(
            self,
            title=change(self.title),
            text=change(self.text),
            over_when=change(self.over_when),
            done_label=change(self.done_label),
            on_no=change(self.on_no),
            caution=change(self.caution),
            mistake=change(self.mistake),
            why=change(self.why),
            amount_of=change(self.amount_of),
            signal=change(self.signal),
        )

    def aside(self, key: str) -> Aside | None:
        """What the machine may ask for under that name, or None."""
        return next((aside for aside in self.asks if aside.key == key), None)

    def belongs(self, answers: Mapping[str, str]) -> bool:
        """Whether the run comes to it, for the answers given by now."""
        return all(only.holds(answers) for only in self.only)

    @property
    def checks(self) -> bool:
        """Whether it is answered yes or no."""
        return self.kind is StepKind.CHECK


@dataclass(frozen=True)
class Aside:
    """Something that the machine may ask for at any time while it works.

    Attributes:
        key: the call.
        step: what is done then.
        up_to: how often at most, as far as anybody knows.
    """

    key: str
    step: Step
    up_to: int = 1


def applies(when: Collection[str], traits: Collection[str]) -> bool:
    """Whether a kind with these traits has a step that needs those; ``not x`` and ``x or y`` are understood."""
    return all(any(_has(trait.strip(), traits) for trait in wanted.split(" or ")) for wanted in when)


def _has(trait: str, traits: Collection[str]) -> bool:
    return trait.removeprefix("not ") not in traits if trait.startswith("not ") else trait in traits
