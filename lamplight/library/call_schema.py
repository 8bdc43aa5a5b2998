"""The shape of calls where they are used: in the programmes of a kind, and in procedures."""

from __future__ import annotations

from functools import cache
from importlib.resources import files
from typing import Annotated, Any, Literal

from pydantic import BeforeValidator, Field, model_validator

from lamplight.core.anatomy.duration import Duration
from lamplight.core.anatomy.outlets import Outlet
from lamplight.core.job.course import LISTEN, PLACES
from lamplight.core.machine.programme import Gives, Meanwhile, Programme, Use
from lamplight.library.base import Key, Minutes, Strict, Title, duration
from lamplight.library.bounded_yaml import load_yaml

OUTLET = Literal["coffee", "hot-water", "wand", "frother", "milk", "tray", "drain"]
Volume = Annotated[int, Field(ge=0, le=50_000)] | str
MOST_CALLS = 80  # by far more than any programme has
# What every call may be used with.
ALWAYS = {"call", "says", "how", "title", "when", "access"}


@cache
def palette_data() -> dict[str, dict[str, Any]]:
    """The palette as data: what each call takes and wants; all files of the folder, by name."""
    folder = files("lamplight.library") / "calls"
    read = sorted((file for file in folder.iterdir() if file.name.endswith(".yaml")), key=lambda file: file.name)
    return {key: entry for file in read for key, entry in load_yaml(file.read_text("utf-8")).items()}


class GivesFile(Strict):
    """Water at one outlet."""

    ml: Volume
    bursts: int = Field(default=1, ge=1, le=100)


class MeanwhileFile(Strict):
    """A call that may come at any time while the machine works."""

    call: Key
    up_to: int = Field(default=1, ge=1, le=20, description="how often at most, as far as anybody knows")
    says: str = Field(default="", max_length=200)

    @model_validator(mode="after")
    def _known(self) -> MeanwhileFile:
        _check_known(self.call)
        return self


def _check_known(call: str) -> None:
    known = {*palette_data(), *PLACES} - {LISTEN}  # that one stands for what nobody knows yet
    if call not in known:
        raise ValueError(f"there is no call “{call}”; the palette has: {', '.join(sorted(known - set(PLACES)))}")


class UseFile(Strict):
    """One call, with what is particular about it here."""

    call: Key = Field(description="which call of the palette")
    says: str = Field(default="", max_length=200, description="what the display says or the lamps show then")
    how: str = Field(default="", max_length=600, description="the machine’s own way, in place of the palette’s words")
    title: str = Field(default="", max_length=120)
    ml: Volume | None = None
    role: Key | Literal[""] = Field(default="", description="which product goes in")
    gives: dict[OUTLET, Volume | GivesFile] = Field(default={}, description="water that comes out, by outlet")
    minutes: Minutes | str | None = Field(default=None, description="low, likely, high; or a name the kind knows")
    over: str = Field(default="", max_length=200, description="what tells that it is over")
    under: list[OUTLET] = Field(default=[], description="outlets under which containers are put")
    one: bool = Field(default=False, description="whether one container serves all of these")
    place: str = Field(default="", max_length=80)
    tubes: int = Field(default=1, ge=1, le=2)
    asks: list[MeanwhileFile] = Field(default=[], description="calls that may come meanwhile")
    when: list[str] = []
    access: str = ""

    @model_validator(mode="after")
    def _as_its_call_takes_it(self) -> UseFile:
        _check_known(self.call)
        entry = palette_data().get(self.call, {})
        known = {*ALWAYS, *entry.get("takes", ())}
        for name in sorted(self.model_fields_set - known):
            raise ValueError(f"“{self.call}” does not take “{name}”; it takes: {', '.join(sorted(known - {'call'}))}")
        for name in entry.get("wants", ()):
            if name not in self.model_fields_set:
                raise ValueError(f"“{self.call}” wants “{name}”")
        return self

    def core(self) -> Use:
        """As a core object."""
        minutes: Duration | str | None = duration(self.minutes) if isinstance(self.minutes, list) else self.minutes
        role = self.role or str(palette_data().get(self.call, {}).get("role", ""))
        return Use(
            call=self.call, says=self.says, how=self.how, title=self.title, ml=self.ml, role=role,
            gives=tuple(
                Gives(outlet, given.ml, given.bursts) if isinstance(given, GivesFile) else Gives(outlet, given)
                for outlet, given in self.gives.items()
            ),
            minutes=minutes, over=self.over, under=tuple(self.under), one=self.one, place=self.place, tubes=self.tubes,
            asks=tuple(Meanwhile(one.call, one.up_to, one.says) for one in self.asks),
            when=tuple(self.when), access=self.access,
        )  # fmt: skip


def _from_its_name(data: Any) -> Any:
    """A call alone may be written by its name."""
    return {"call": data} if isinstance(data, str) else data


CallUse = Annotated[UseFile, BeforeValidator(_from_its_name, json_schema_input_type=Key | UseFile)]


class ProgrammeFile(Strict):
    """What a kind runs by itself: its own sequence of calls."""

    title: str = Field(default="", max_length=80, description="what the machine calls it")
    starts_over: str = Field(default="", max_length=300, description="what to do after a power cut in its middle")
    calls: list[CallUse] = Field(min_length=1, max_length=MOST_CALLS)

    def core(self, key: str) -> Programme:
        """As a core object."""
        return Programme(key, tuple(call.core() for call in self.calls), self.title, self.starts_over)


class OutletFile(Strict):
    """Where water leaves a kind."""

    words: Title
    part: str = Field(description="the part at which it is seen")
    valve: bool = Field(default=False, description="whether a valve that is turned by hand lets it through")

    def core(self, key: str) -> Outlet:
        """As a core object."""
        return Outlet(key, self.words, self.part, self.valve)
