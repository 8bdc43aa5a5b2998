"""The shape of procedure files."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator

from lamplight.core.circuits import Circuit
from lamplight.core.procedure import Need, Procedure, Step, StepKind
from lamplight.library.base import Key, Minutes, Strict, Title, duration
from lamplight.library.schema import PARTS


class NeedFile(Strict):
    """Something to have at hand."""

    amount: str
    thing: str

    def core(self) -> Need:
        """As a core object."""
        return Need(self.amount, self.thing)


class StepFile(Strict):
    """One step of a procedure."""

    kind: StepKind
    title: str = Field(min_length=3, max_length=120)
    text: str = Field(min_length=3, max_length=600)
    circuit: Circuit
    part: PARTS
    pose: str = ""
    minutes: Minutes | str | None = Field(default=None, description="low, likely, high; or a name the kind knows")
    over_when: str = ""
    done_label: str = "Done"
    on_no: str = ""
    caution: str = ""
    mistake: str = ""
    why: str = ""
    cleaner: Literal["", "in", "out"] = ""
    when: list[str] = []

    @model_validator(mode="after")
    def _complete(self) -> StepFile:
        if self.kind.timed != (self.minutes is not None):
            raise ValueError("wait and machine steps need minutes, and only they")
        if (self.kind is StepKind.CHECK) != bool(self.on_no):
            raise ValueError("a check needs on_no, and only a check")
        return self

    def core(self) -> Step:
        """As a core object."""
        named = self.minutes if isinstance(self.minutes, str) else ""
        given = duration(self.minutes) if isinstance(self.minutes, list) else None
        rest = self.model_dump(exclude={"minutes", "when"})
        return Step(**rest, duration=given, duration_name=named, when=tuple(self.when))


class ProcedureFile(Strict):
    """A procedure, one file."""

    key: Key
    title: Title
    circuit: Circuit
    needs: list[NeedFile] = []
    cautions: list[str] = []
    cleaning_drinks: int = Field(default=0, ge=0, le=20)
    afterwards: str = ""
    steps: list[StepFile] = Field(min_length=1)

    def core(self) -> Procedure:
        """As a core object."""
        return Procedure(
            self.key, self.title, self.circuit, tuple(step.core() for step in self.steps),
            tuple(need.core() for need in self.needs), tuple(self.cautions),
            self.cleaning_drinks, self.afterwards,
        )  # fmt: skip
