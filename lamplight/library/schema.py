"""The shape of the YAML files; pydantic checks them and hands over frozen core objects."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from importlib.resources import files
from typing import Annotated, Any, Literal

from pydantic import ConfigDict, Field, model_validator

from lamplight.core.anatomy.drink_mix import DrinkSort, Mix
from lamplight.core.anatomy.parts import Appearance, Capacities, Circuit, Part, SubPart
from lamplight.core.care.item import CareItem, ItemRole
from lamplight.core.care.triggers import REFILL
from lamplight.core.machine.kind import AccessFact, Kind
from lamplight.core.water.at_machine import HardnessLevel
from lamplight.core.water.breakthrough import FilterPlace
from lamplight.core.water.cartridge import Cartridge, Resin
from lamplight.library.base import Key, Minutes, Strict, Title, duration, same_named
from lamplight.library.bounded_yaml import load_yaml
from lamplight.library.call_schema import OUTLET, OutletFile, ProgrammeFile
from lamplight.library.panel_schema import CauseFile, PanelFile, SymptomFile, shared_causes
from lamplight.library.triggers import EVENTS, TriggerFile

PARTS = Literal[
    "hopper", "grinder", "funnel", "group", "boiler", "pump", "tank", "filter", "outlet", "drawer", "tray", "float",
    "panel", "wand", "jug", "hose", "fridge", "door", "mains", "outlet-cover", "dial", "mixer", "canister",
    "capsules", "reservoir", "portafilter",
]  # fmt: skip
LEVELS = ("least", "strict")
TOLERANCE = Literal["soak", "dishwasher", "soap", "glass cleaner", "metal", "wipe only"]
MOST_ITEMS = 80  # the kind with most that ships has 21
COUNTER = Literal["drinks", "milk", "litres"]


@cache
def standard_items() -> dict[str, dict]:
    """The standard care items, as data; kinds say what is other with them."""
    text = (files("lamplight.library") / "items.yaml").read_text("utf-8")
    return load_yaml(text)


def _standard(like: str, own: Mapping[str, Any], present: Mapping[str, Any], refilled: bool) -> dict:
    """A standard item without what goes by items or refills, or settles or replaces items, that a kind has not.

    A kind that says when an item is due says so for all levels of care.
    """
    standard = standard_items()[like]
    known = tuple(name for name in (*EVENTS, *present) if refilled or name != REFILL)
    own_times = "triggers" in own
    left = {name: value for name, value in standard.items() if not (own_times and name in LEVELS)}
    kept = {
        **{
            name: [trigger for trigger in left[name] if trigger.get("after", known[0]) in known]
            for name in ("triggers", *LEVELS)
            if name in left
        },
        **{
            name: [key for key in standard[name] if key in present]
            for name in ("settles", "replaces")
            if name in standard
        },
    }
    return {**left, **kept}


def _or_like(schema: dict) -> None:
    """An item that is like a standard one needs nothing else."""
    schema["anyOf"] = [{"required": ["like"]}, {"required": schema.pop("required")}]


class ItemFile(Strict):
    """A care item of a kind; what is not said is as the standard item has it that it is ``like``."""

    model_config = ConfigDict(extra="forbid", frozen=True, json_schema_extra=_or_like)

    like: Key | None = Field(default=None, description="the standard item that it is like")
    title: Title
    circuit: Circuit
    part: PARTS
    triggers: list[TriggerFile] = Field(min_length=1, description="whichever comes first")
    minutes: int = Field(ge=1, le=240, description="the keeper's own minutes")
    procedure: Annotated[str, Field(pattern=r"^([a-z][a-z0-9-]{1,40})?$")] = Field(
        default="", description="what guides it; left out where it needs no guiding"
    )
    why: str = Field(default="", max_length=300)
    soon_open_days: int = Field(default=3, ge=0, le=30, description="open days that it is announced ahead")
    products: list[str] = Field(default=[], description="what it takes")
    short: str = Field(
        default="", max_length=30, description="what it is called in a row of several, where its title is long"
    )
    look: Literal["", "pucks", "group", "hose", "outlet", "tank"] = Field(
        default="", description="what is looked at where nobody knows when it was done last"
    )
    serves: Literal["", "hygiene", "wear", "taste"] = Field(default="", description="what it is for")
    least: list[TriggerFile] | None = Field(
        default=None, description="where as little is done as is safe; none of them: left out; not for hygiene"
    )
    strict: list[TriggerFile] | None = Field(default=None, description="where care is strict")
    source: str = Field(default="", max_length=200, description="whose amounts these are")
    settles: list[Key] = Field(default=[], description="items that count as done with it")
    replaces: list[Key] = Field(default=[], description="items left out on the day when it is due")
    hygiene: bool = Field(default=False, description="whether people can fall ill when it is late")
    when_overdue: str = Field(default="", max_length=120, description="said when it is late")
    opening: str = Field(default="", max_length=40, description="items with the same word share one opening")
    role: ItemRole | None = Field(default=None, description="what it is, where it is none of the standard items")
    water_ml: int = Field(default=0, ge=0, le=20_000, description="water that it takes through the machine each time")

    @model_validator(mode="after")
    def _trigger_keys_differ(self) -> ItemFile:
        keys = [trigger.core().key for trigger in self.triggers]
        if len(set(keys)) < len(keys):
            raise ValueError("two triggers of an item may not be of the same sort")
        if self.hygiene and self.least is not None:
            raise ValueError("what people can fall ill of has no lesser level: leave out “least”")
        return self

    def core(self, key: str) -> CareItem:
        """As a core object."""
        times = {
            name: None if known is None else tuple(trigger.core() for trigger in known)
            for name, known in (("triggers", self.triggers), ("least", self.least), ("strict", self.strict))
        }
        given = same_named(self, CareItem, *times) | {"serves": self.serves or ("hygiene" if self.hygiene else "")}
        return CareItem(**{**given, **times, "key": key, "role": self._role(key)})

    def _role(self, key: str) -> ItemRole:
        """What it is: as it says, else what the standard item of its key is."""
        return ItemRole(standard_items().get(key, {}).get("role", "")) if self.role is None else self.role


class PartFile(Strict):
    """A fitted part."""

    label: Title
    circuit: Circuit
    removable: bool = False
    tolerates: list[TOLERANCE] = []
    note: str = Field(default="", max_length=300)
    made_of: dict[Annotated[str, Field(pattern=r"^[a-z][a-z ]{1,30}$")], list[TOLERANCE]] = Field(
        default={}, max_length=12, description="what it is taken apart into, and what each may stand"
    )

    def core(self, key: str) -> Part:
        """As a core object."""
        made_of = tuple(SubPart(name, tuple(tolerates)) for name, tolerates in self.made_of.items())
        return Part(**{**same_named(self, Part), "key": key, "made_of": made_of})


class CapacitiesFile(Strict):
    """What the kind holds."""

    tank_ml: int = Field(default=0, ge=0, le=20_000)
    tray_ml: int = Field(default=0, ge=0, le=10_000)
    drawer_pucks: int = Field(default=0, ge=0, le=500)
    milk_ml: int = Field(default=0, ge=0, le=20_000)
    drain_ml: int = Field(default=0, ge=0, le=50_000, description="of a canister under the drain; 0: it leads away")


class AppearanceFile(Strict):
    """How the kind is drawn."""

    width: int = Field(ge=110, le=330)
    height: int = Field(ge=150, le=460)
    corner: int = Field(default=14, ge=0, le=70)
    crown: Literal["hopper", "twin hopper", "dome", "funnel", "capsule drum", "cup rail", "flat"]
    tank: Literal["left", "right", "back", "plumbed"]
    panel: Literal["lamps", "text", "colour"]
    milk: Literal["none", "wand", "jug", "hose", "fridge", "side tank", "cover"]
    group: Literal["removable", "fixed", "capsule", "portafilter"]
    stand: Literal["feet", "skirt", "cabinet", "rails", "plinth"]
    lamps: int = Field(default=4, ge=0, le=8)


class DrinkFile(Strict):
    """One sort of drink."""

    name: Title
    water_ml: float = Field(ge=0, le=1000)
    share: float = Field(ge=0, le=1, description="of all drinks")
    milk: bool = False
    capsule: bool = Field(default=True, description="false for what takes no capsule and leaves no puck")


class RinsesFile(Strict):
    """Automatic rinses."""

    on_ml: float = Field(default=0, ge=0, le=1000)
    off_ml: float = Field(default=0, ge=0, le=1000)


class CartridgeFile(Strict):
    """The cartridge that is usually fitted."""

    capacity_dh_l: float = Field(gt=0, le=1_000_000, description="°dH times litres")
    bypass: float = Field(default=0, ge=0, le=1)
    residual_dh: float = Field(default=0, ge=0, le=50)
    resin: Resin = Resin.DECARBONISING
    months: int = Field(default=2, ge=1, le=36)
    place: FilterPlace = Field(default=FilterPlace.TANK, description="tank, jug, or line from the tap")


class LevelFile(Strict):
    """A hardness setting."""

    level: str
    up_to_dh: float | None = Field(default=None, ge=0, le=200)


class HardnessFile(Strict):
    """Where the machine is told its hardness, and in which steps."""

    where: str = Field(max_length=200)
    levels: list[LevelFile] = Field(min_length=1)


class AccessFile(Strict):
    """How one gets at something."""

    what: Title
    how: str = Field(min_length=2, max_length=300)
    needed_for: list[Key] = Field(default=[], description="what it opens, as procedures' steps ask for it")


class KindFile(Strict):
    """A kind of machine, one file."""

    model_config = ConfigDict(extra="forbid", frozen=True, title="A kind of coffee machine")

    key: Key
    title: Title
    blurb: str = Field(max_length=300)
    look: AppearanceFile
    parts: dict[PARTS, PartFile]
    capacities: CapacitiesFile
    counters: list[COUNTER] = Field(default=["drinks"], min_length=1)
    drinks: list[DrinkFile] = Field(default=[], description="stands in for counters that the machine does not have")
    rinses: RinsesFile = RinsesFile()
    items: dict[Key, ItemFile]
    bars: dict[Key, str] = Field(default={}, description="progress bars: item and the words beside the bar")
    traits: list[Key] = Field(default=[], description="what procedures ask after")
    words: dict[str, str] = Field(default={}, description="what procedures' names stand for")
    durations: dict[str, Minutes] = Field(default={}, description="low, likely, high minutes of named programmes")
    cartridge: CartridgeFile | None = None
    hardness: HardnessFile | None = None
    access: list[AccessFile] = []
    panel: PanelFile = PanelFile()
    notes: list[str] = []
    volumes: dict[str, Annotated[int, Field(ge=1, le=50_000)]] = Field(
        default={}, description="ml of what procedures pour and the machine lets out, by name"
    )
    products: dict[Key, Key] = Field(default={}, description="which product usually serves here, by role")
    causes: dict[Key, CauseFile] = Field(default={}, description="causes of this kind's own, beside the shared ones")
    symptoms: dict[Key, SymptomFile] = Field(default={}, description="complaints of this kind's own")
    outlets: dict[OUTLET, OutletFile] = Field(
        default={}, description="where water leaves; those that follow from the parts where none are given"
    )
    programmes: dict[Key, ProgrammeFile] = Field(default={}, description="what it runs by itself, in its own order")

    @model_validator(mode="before")
    @classmethod
    def _fill_in_standard_items(cls, data: Any) -> Any:
        items = data.get("items") if isinstance(data, dict) else None
        if not isinstance(items, dict):
            return data
        if len(items) > MOST_ITEMS:
            raise ValueError(f"items: a kind has {MOST_ITEMS} at most")
        capacities = data.get("capacities")
        refilled = isinstance(capacities, dict) and bool(capacities.get("tank_ml"))
        filled = {}
        for key, item in items.items():
            like = item.get("like") if isinstance(item, dict) else None
            if like is not None and (not isinstance(like, str) or like not in standard_items()):
                raise ValueError(f"items.{key}.like: there is no standard item “{like}”")
            filled[key] = {**_standard(like, item, items, refilled), **item} if like is not None else item
        return {**data, "items": filled}

    @model_validator(mode="after")
    def _fits_together(self) -> KindFile:
        for key, item in self.items.items():
            if item.part not in self.parts:
                raise ValueError(f"items.{key}.part: this kind has no part “{item.part}”")
            for other in (*item.settles, *item.replaces):
                if other not in self.items:
                    raise ValueError(f"items.{key}: this kind has no item “{other}”")
            self._check_events(key, item)
        for key in self.bars:
            if key not in self.items:
                raise ValueError(f"bars.{key}: this kind has no item “{key}”")
        for n, message in enumerate(self.panel.messages):
            if message.asks_for and message.asks_for not in self.items:
                raise ValueError(f"panel.messages.{n}.asks_for: this kind has no item “{message.asks_for}”")
        self._check_panel()
        for outlet_key, outlet in self.outlets.items():
            if outlet.part not in self.parts:
                raise ValueError(f"outlets.{outlet_key}.part: this kind has no part “{outlet.part}”")
        if self.drinks and abs(sum(drink.share for drink in self.drinks) - 1) > 0.011:
            raise ValueError("drinks: the shares must add up to 1")
        if self.hardness and any(level.up_to_dh is None for level in self.hardness.levels[:-1]):
            raise ValueError("hardness.levels: only the last level may be open upwards")
        return self

    def _check_panel(self) -> None:
        known = {*shared_causes(), *self.causes}
        for n, pattern in enumerate(self.panel.patterns):
            if pattern.asks_for and pattern.asks_for not in self.items:
                raise ValueError(f"panel.patterns.{n}.asks_for: this kind has no item “{pattern.asks_for}”")
            if pattern.part and pattern.part not in self.parts:
                raise ValueError(f"panel.patterns.{n}.part: this kind has no part “{pattern.part}”")
            for cause in pattern.causes:
                if cause not in known:
                    raise ValueError(f"panel.patterns.{n}.causes: there is no cause “{cause}”")
        for key, symptom in self.symptoms.items():
            for cause in symptom.causes:
                if cause not in known:
                    raise ValueError(f"symptoms.{key}.causes: there is no cause “{cause}”")

    def _check_events(self, key: str, item: ItemFile) -> None:
        for n, trigger in enumerate(item.triggers):
            for part in (trigger, *(trigger.all_of or ())):
                if part.after and part.after not in (*EVENTS, *self.items):
                    known = ", ".join(EVENTS)
                    raise ValueError(
                        f"items.{key}.triggers.{n}.after: “{part.after}” is neither {known} nor an item of this kind"
                    )
                if part.after == REFILL and not self.capacities.tank_ml:
                    raise ValueError(f"items.{key}.triggers.{n}.after: say what the tank holds (capacities.tank_ml)")

    def core(self) -> Kind:
        """As a core object."""
        sorts = tuple(
            DrinkSort(drink.name, drink.water_ml, drink.share, drink.milk, drink.capsule) for drink in self.drinks
        )
        levels = self.hardness.levels if self.hardness else []
        return Kind(
            key=self.key,
            title=self.title,
            blurb=self.blurb,
            appearance=Appearance(**self.look.model_dump()),
            parts=tuple(part.core(key) for key, part in self.parts.items()),
            capacities=Capacities(**self.capacities.model_dump()),
            items=tuple(item.core(key) for key, item in self.items.items()),
            counters=tuple(self.counters),
            traits=frozenset(self.traits),
            words=dict(self.words),
            durations={name: duration(minutes) for name, minutes in self.durations.items()},
            notes=tuple(self.notes),
            mix=Mix(sorts, self.rinses.on_ml, self.rinses.off_ml),
            bars=dict(self.bars),
            cartridge=Cartridge(**self.cartridge.model_dump()) if self.cartridge else None,
            levels=tuple(HardnessLevel(level.level, level.up_to_dh) for level in levels),
            levels_where=self.hardness.where if self.hardness else "",
            access=tuple(AccessFact(fact.what, fact.how, tuple(fact.needed_for)) for fact in self.access),
            panel=self.panel.core(),
            volumes=dict(self.volumes),
            products=dict(self.products),
            causes={key: cause.core(key) for key, cause in self.causes.items()},
            symptoms=tuple(symptom.core(key) for key, symptom in self.symptoms.items()),
            outlets=tuple(outlet.core(key) for key, outlet in self.outlets.items()),
            programmes={key: programme.core(key) for key, programme in self.programmes.items()},
        )
