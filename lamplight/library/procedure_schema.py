"""The shape of procedure files."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import ConfigDict, Discriminator, Field, Tag, model_validator

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.inspections import INSPECTIONS
from lamplight.core.job.course import PROGRAMME
from lamplight.core.job.procedure import (
    Choice,
    LampReason,
    Procedure,
    ShippedProcedure,
    ShippedStep,
)
from lamplight.core.job.steps import AskFor
from lamplight.core.machine.programme import Use
from lamplight.library.base import Key, Strict, Title, same_named
from lamplight.library.call_schema import OUTLET, CallUse, UseFile
from lamplight.library.step_schema import MOST_STEPS, AskFile, NeedFile, StepFile


class ChoiceFile(Strict):
    """Something to be decided before the start."""

    key: Key
    title: Title
    options: dict[str, str] = Field(min_length=2, description="answers, and what speaks for each")

    def core(self) -> Choice:
        """As a core object."""
        return Choice(self.key, self.title, tuple(self.options.items()))


class ProgrammeHere(Strict):
    """Where the machine's own programme comes."""

    programme: Key


def _sort_of_part(data: object) -> str:
    """Whether a part of a course is a plain step, a call, or where the programme comes."""
    if isinstance(data, str) or (isinstance(data, dict) and "call" in data):
        return "use"
    return "own" if isinstance(data, dict) and "programme" in data else "step"


PartOfCourse = Annotated[
    Annotated[StepFile, Tag("step")] | Annotated[CallUse, Tag("use")] | Annotated[ProgrammeHere, Tag("own")],
    Discriminator(_sort_of_part),
]


class LampReasonFile(Strict):
    """Why a lamp may still be lit at the end."""

    text: str = Field(min_length=3, max_length=300)
    item: str = ""


class StandFile(Strict):
    """An outlet under which a container must stand."""

    outlet: OUTLET
    words: str = Field(min_length=2, max_length=80)
    when: list[str] = []


class ProcedureFile(Strict):
    """A procedure, one file."""

    model_config = ConfigDict(extra="forbid", frozen=True, title="A procedure for coffee machines")

    key: Key
    title: Title
    circuit: Circuit
    needs: list[NeedFile] = []
    cautions: list[str] = []
    cleaning_drinks: int = Field(default=0, ge=0, le=20)
    afterwards: str = ""
    settles: list[Key] = Field(default=[], description="care items that count as done with it")
    starts_over: str = Field(default="", description="what to do after a power cut; empty where it just goes on")
    lamp_reasons: list[LampReasonFile] = []
    inspects: list[str] = []
    outlets: list[StandFile] = Field(default=[], description="where a container stands from the beginning")
    choices: list[ChoiceFile] = Field(default=[], description="what is decided before the start")
    by_hand: Key | Literal[""] = Field(default="", description="what serves a kind without the programme")
    fits: list[str] = Field(default=[], alias="for", description="traits without which it cannot be done at all")
    steps: list[PartOfCourse] = Field(max_length=MOST_STEPS, min_length=1)

    @model_validator(mode="after")
    def _fits_together(self) -> ProcedureFile:
        asked: dict[str, AskFile] = {}
        choices = {choice.key: set(choice.options) for choice in self.choices}
        for n, step in enumerate(self.steps):
            if not isinstance(step, StepFile):
                continue
            self._check_step(n, step, asked, choices)
            if step.ask:
                asked[step.ask.key] = step.ask
        for key in self.inspects:
            if key not in INSPECTIONS:
                raise ValueError(f"inspects: “{key}” is none of: {', '.join(INSPECTIONS)}")
        return self

    def _check_step(self, n: int, step: StepFile, asked: dict[str, AskFile], choices: dict[str, set[str]]) -> None:
        roles = {need.role for need in self.needs}
        put_up = {outlet for part in self.steps if isinstance(part, UseFile) for outlet in part.under}
        stands = {given.outlet for given in self.outlets} | put_up
        for key, answer in step.only.items():
            wanted = {answer} if isinstance(answer, str) else set(answer)
            if key in choices:
                if not wanted <= choices[key]:
                    raise ValueError(f"steps.{n}.only: “{key}” cannot be answered so")
                continue
            if key not in asked:
                raise ValueError(f"steps.{n}.only: nothing asks “{key}” before")
            if asked[key].sort is AskFor.CHOICE and not wanted <= set(asked[key].choices):
                raise ValueError(f"steps.{n}.only: “{key}” cannot be answered so")
        for role in step.puts.values():
            if role not in roles:
                raise ValueError(f"steps.{n}.puts: no need has the role “{role}”")
        for outlet in step.delivers:
            if outlet != "tray" and outlet not in stands:
                raise ValueError(f"steps.{n}.delivers: “{outlet}” is not among the outlets")

    def core(self) -> ShippedProcedure:
        """As a core object."""
        reasons = tuple(LampReason(reason.text, reason.item) for reason in self.lamp_reasons)
        own = next((part.programme for part in self.steps if isinstance(part, ProgrammeHere)), "")
        plain = Procedure(
            **{
                **same_named(self, Procedure, "needs", "outlets"),
                "steps": (),
                "lamp_reasons": reasons,
                "choices": tuple(choice.core() for choice in self.choices),
                "programme": own,
            }
        )
        return ShippedProcedure(
            plain,
            tuple(self._part(part) for part in self.steps),
            tuple(need.core() for need in self.needs),
            self.by_hand,
            tuple((outlet.outlet, outlet.words, tuple(outlet.when)) for outlet in self.outlets),
            tuple(self.fits),
        )

    def _part(self, part: StepFile | UseFile | ProgrammeHere) -> ShippedStep | Use:
        if isinstance(part, StepFile):
            return part.core(self.circuit)
        return Use(PROGRAMME) if isinstance(part, ProgrammeHere) else part.core()
