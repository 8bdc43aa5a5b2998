"""Files written before programmes and named outlets were, read as what they meant.

A kind's file that says nothing about `programmes` is of that time: its traits, words, times and volumes are read as the
programmes that they meant. One that has none to tell of says `programmes: {}`. A procedure's `second` outlet is the
milk's, the frother's or the wand's.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import Any

# What a line of an earlier file led to, by the procedure of its item.
WITHOUT_TRAIT, WITH_TRAIT = "no-programme", "milk-programme"
Calls = list[Any]


def is_earlier(data: Mapping[str, Any]) -> bool:
    """Whether a kind's file says nothing about programmes, as those of before did."""
    return "programmes" not in data


def names_second_outlet(data: Mapping[str, Any]) -> bool:
    """Whether a procedure's file names outlets as those of before did: at its top, or as ``second``."""
    steps = data.get("steps") or []
    delivers = [step.get("delivers") for step in steps if isinstance(step, Mapping)]
    return "outlets" in data or any("second" in one for one in delivers if isinstance(one, Mapping))


def programmes_meant(
    items: Mapping[str, Any], parts: Collection[str], traits: Collection[str]
) -> dict[str, dict[str, Calls]]:
    """The programmes that a file of before meant, as a file of now has them.

    Args:
        items: with what they take over from the standard ones; ``procedure`` says which programme it ran.
        parts: that are fitted.
        traits: of the file.
    """
    wanted = {item.get("procedure", "") for item in items.values() if isinstance(item, Mapping)}
    found: dict[str, Calls] = {}
    if WITHOUT_TRAIT not in traits:
        found["tablet"] = _tablet(parts) if "brew-tablet" in wanted else []
        found["descale"] = _descale(parts, traits, ()) if "descale" in wanted else []
        found["combined"] = _descale(parts, traits, _tablet(parts)[:-1]) if "combined" in wanted else []
    if WITH_TRAIT in traits:
        found["milk-wash"] = _milk("milk") if "milk-wash" in wanted else []
        found["acid-wash"] = _milk("acid") if "acid-milk-wash" in wanted else []
    return {key: {"calls": calls} for key, calls in found.items() if calls}


def _tablet(parts: Collection[str]) -> Calls:
    return [
        *(["blind-basket"] if "portafilter" in parts else []),
        {"call": "press", "how": "{start_programme}", "access": "programme"},
        {"call": "tablet", "says": "{asks_for_tablet}", "place": "{tablet_place}", "how": "{tablet_how}"},
        _works("programme", "{programme_over}", {"coffee": ("programme_water", 8)}),
    ]


def _descale(parts: Collection[str], traits: Collection[str], tablet: Calls | tuple[()]) -> Calls:
    """Descaling; with what a tablet needs before, cleaning and descaling together."""
    plumbed, both = "plumbed" in traits, "two-outlets" in traits
    mix, fresh = ("canister-mix", "canister-water") if plumbed else ("tank-mix", "tank-water")
    start = {"call": "press", "how": "{start_combined}" if tablet else "{start_descale}", "access": "descale"}
    water = [fresh] if plumbed else ["tank-emptied", {"call": fresh, "ml": "rinse_water"}]
    rinse = [
        "tip-out",
        *water,
        _works("descale_rinse", "{descale_over}", _stage("rinse", both, 5), "It rinses"),
    ]
    under = ["coffee", "second"] if both else ["coffee"]
    return [
        *(["milk-vessel-water"] if {"jug", "reservoir"} & set(parts) else []),
        *(["hose-in-container"] if "hose" in parts else []),
        *([{"call": "tray-bowl", "under": under, "one": True}] if "container-for-tray" in traits else []),
        {"call": mix, "role": "descaler", "ml": "descale_mix"},
        start,
        *(call for call in tablet if not isinstance(call, dict) or call["call"] != "press"),
        _works("combined" if tablet else "descale_pump", "{descale_asks}", _stage("descale", both, 6)),
        *rinse * (2 if "two-rinses" in traits else 1),
    ]


def _stage(name: str, both: bool, bursts: int) -> dict[str, tuple[str, int]]:
    if both:
        return {"coffee": (f"{name}_coffee", bursts), "second": (f"{name}_second", bursts)}
    return {"coffee": (f"{name}_all", bursts + 2)}


def _milk(name: str) -> Calls:
    role = "milk-cleaner" if name == "milk" else "acid-milk-cleaner"
    start = "{start_milk_wash}" if name == "milk" else "{start_acid_wash}"
    return [
        {"call": "milk-mix", "role": role, "ml": f"{name}_mix"},
        {"call": "press", "how": start, "access": "milk"},
        _works(f"{name}_programme", "{milk_wash_over}", {"second": (f"{name}_mix", 5)}, "It draws and flushes"),
        "tip-out",
        {"call": "milk-water", "ml": "milk_fresh"},
        _works([1, 3, 6], "It runs clear.", {"second": ("milk_fresh", 5)}, "It rinses"),
    ]


def _works(minutes: object, over: str, gives: Mapping[str, tuple[str, int]], title: str = "") -> dict[str, Any]:
    poured = {outlet: {"ml": ml, "bursts": bursts} for outlet, (ml, bursts) in gives.items()}
    named = {"title": title} if title else {}
    return {"call": "works", **named, "minutes": minutes, "over": over, "gives": poured}
