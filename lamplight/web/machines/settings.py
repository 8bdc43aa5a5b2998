"""A machine's settings on its drawing: touch a part, and its items, its state and its words stand in one sheet."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from flask import flash, request, url_for
from markupsafe import Markup

from lamplight.actions.machines import set_limits
from lamplight.actions.told import say_words
from lamplight.core.anatomy.parts import Part
from lamplight.core.care.item import CareItem
from lamplight.core.care.own_items import WHICHEVER_FIRST, own_items
from lamplight.core.care.trigger_base import Limited
from lamplight.core.care.triggers import DESCALING_BASES
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.differences import Difference, differences, told_differences
from lamplight.core.machine.kind import Kind
from lamplight.drawing.closeup.scene import CloseUp, closeup
from lamplight.drawing.cutaway import Scene, cutaway
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_view import MachineView
from lamplight.sight.procedures import procedure_for
from lamplight.sight.rhythms import hours_at_levels
from lamplight.sight.told import KnownWords, programme_title, word_title, words_known
from lamplight.web import forms
from lamplight.web.here import actor, site
from lamplight.web.machines.fields import REST, fields_of_settings
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.runs.closeups import made_of_words


@dataclass(frozen=True)
class PartSheet:
    """One part of a machine, and all that is set about it.

    Attributes:
        part: the part.
        closeup: drawn large.
        state: what is wrong with it, or empty.
        items: seen at it, with their limits as they are here.
        words: that its jobs take from the manual, each with where they come from.
    """

    part: Part
    closeup: Markup
    state: str
    items: tuple[CareItem, ...]
    words: tuple[tuple[KnownWords, str], ...]


def items_here(view: MachineView) -> tuple[CareItem, ...]:
    """Every item with its limits as they are on this machine, those that are switched off too."""
    choices = replace(view.status.book.choices, switched_off=frozenset())
    return tuple(own_items(view.whole_kind.items, choices))


def part_sheet(view: MachineView, key: str) -> PartSheet | None:
    """What is set about one part; None for no part of this machine."""
    part = view.whole_kind.part(key)
    if part is None:
        return None
    items = tuple(item for item in items_here(view) if item.part == key)
    names = dict.fromkeys(name for item in items for name in _named_in(view.kind, item))
    words = tuple((known, word_title(known.name)) for known in words_known(view, list(names)))
    state = view.status.book.missing.get(key, "")
    return PartSheet(
        part, closeup(CloseUp(part=key, title=part.label, made_of=made_of_words(part))), state, items, words
    )


def _named_in(kind: Kind, item: CareItem) -> list[str]:
    """Names of the words that an item's own steps take from the manual, of those that are about its part."""
    if not item.procedure:
        return []
    try:
        steps = procedure_for(kind, item.procedure).steps
    except InvalidInput:
        return []
    return [name for step in steps for name in step.named]


def others_here(view: MachineView) -> list[tuple[Difference, str]]:
    """All that is other than its kind, each with its words."""
    usual = kind_of(view.row.kind)
    told = told_differences(usual, view.whole_kind)
    named = {"programme": programme_title, "words": word_title}
    return [
        *((one, one.what) for one in differences(view.whole_kind, view.status.book)),
        *((one, named[one.sort](one.what)) for one in told),
    ]


def show_settings(view: MachineView, errors: Mapping[str, str] | None = None):  # noqa: ANN201
    """The page, with the sheet of the part that is in hand."""
    key = request.values.get("at", request.values.get("part", ""))
    if errors:
        key = _part_of_field(view, next(iter(errors))) or key
    sheet = part_sheet(view, key)
    address = {
        part.key: url_for("machines.settings", machine_id=view.row.id, at=part.key) for part in view.whole_kind.parts
    }
    scene = Scene(touched=sheet.part.key if sheet else "", links=address, missing=view.status.book.absent_parts)
    shown = sheet.items if sheet else ()
    wrong = forms.beside(errors or {}, fields_of_settings(view, shown, sheet), REST)
    return render(
        "machines/settings.html", "settings", 422 if errors else 200, view=view, sheet=sheet, errors=wrong,
        drawing=cutaway(view.whole_kind, scene, cls="cutaway build-cut"), form=request.form if errors else {},
        others=others_here(view), descaling_bases=(WHICHEVER_FIRST, *DESCALING_BASES),
        levels=() if sheet else hours_at_levels(view),
    )  # fmt: skip


def _part_of_field(view: MachineView, field: str) -> str:
    """The part in whose sheet a field stands, or empty."""
    item = next((item for item in items_here(view) if f"-{item.key}" in field), None)
    return item.part if item and field.startswith(("limit-", "switch-")) else ""


def changed(view: MachineView, field: str, change: Callable[[], None]):  # noqa: ANN201
    """Make one change, and show the settings again, with the sentence beside its field where it is refused."""
    try:
        change()
    except InvalidInput as problem:
        return show_settings(view, {problem.field or field: str(problem)})
    flash("Saved, and every date moved with it.")
    at = request.form.get("at", "")
    return see_other("machines.settings", machine_id=view.row.id, **({"at": at} if at else {}))


def limits_typed(view: MachineView, item_key: str) -> None:
    """Take in the limits of one item as they were typed; what is as it was is left alone.

    Raises:
        InvalidInput: for what is no limit.
    """
    item = next((one for one in items_here(view) if one.key == item_key), None)
    if item is None:
        raise InvalidInput(f"{view.row.name} has no such care item.")
    typed = {}
    for trigger in item.triggers:
        text = request.form.get(f"limit-{trigger.key}", "").strip()
        if isinstance(trigger, Limited) and text and text != f"{trigger.limit:g}":
            try:
                typed[trigger.key] = forms.count(text, "The limit")
            except InvalidInput as problem:
                raise InvalidInput(str(problem), f"limit-{item_key}-{trigger.key}") from problem
    if not typed:
        raise InvalidInput("It is so already.", f"switch-{item_key}")
    set_limits(view.row, item_key, typed, request.form.get("reason", ""), actor())


def words_typed(view: MachineView) -> None:
    """Take in how something is called or done on this machine."""
    say_words(site(), view, request.form.get("name", ""), request.form.get("text", ""), actor())
