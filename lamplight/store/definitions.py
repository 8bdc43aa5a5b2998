"""What uses which definition: queries for whoever undoes a line that defines something."""

from __future__ import annotations

from collections.abc import Collection

from peewee import ModelSelect, fn

from lamplight.store.models import (
    FACTS,
    Entry,
    Machine,
    MachineVersion,
    PriceFact,
    ProductVersion,
    Push,
    StockMoveFact,
    SupplyTerms,
    TextVersion,
)
from lamplight.store.sites import newest_machines
from lamplight.store.whereabouts import where_written

OF_PRODUCTS = (StockMoveFact, PriceFact, SupplyTerms, Push)
PRODUCT_WORDS = {
    StockMoveFact: "move in the cupboard",
    PriceFact: "price",
    SupplyTerms: "time of delivery",
    Push: "push",
}
# What is said of a machine in the line that brings it, by the words of whoever undoes it.
MACHINE_WORDS = {
    "counter_reading": "reading", "care_done": "“last done” entry", "run": "run", "panel_sighting": "sighting",
    "device_event": "event", "cartridge_installation": "filter", "machine_version": "change", "machine_move": "move",
}  # fmt: skip

WITH_A_MACHINE = ("setup", "filter", "water")


def keys_written(model: type[TextVersion] | type[ProductVersion], entry_id: int) -> list[str]:
    """Keys of what an entry defines, changes or takes away."""
    return [row.key for row in model.select(model.key).where(model.entry == entry_id).distinct()]


def kinds_of_machines(entry_id: int) -> list[tuple[str, str]]:
    """Name and kind, as they stand, of the machines that an entry speaks of."""
    about = {row.machine_id for row in MachineVersion.select().where(MachineVersion.entry == entry_id)}
    return [(row.name, row.kind) for row in newest_machines() if row.machine_id in about]


def products_of_entry(entry_id: int) -> list[str]:
    """Products of which an entry that holds says something."""
    return sorted({row.product for model in OF_PRODUCTS for row in _live(model).where(model.entry == entry_id)})


def sites_that_hold(key: str) -> set[int]:
    """The sites in whose cupboards and prices a product is known."""
    where = where_written()
    found = set()
    for model in OF_PRODUCTS:
        rows = model.select(where).join(Entry, on=model.entry).where(Entry.undone_at.is_null(), model.product == key)
        found |= {site_id for (site_id,) in rows.tuples()}
    return found - {None}


def site_of_first_version(model: type[TextVersion], key: str) -> int | None:
    """The site at which a text of one's own was written first, undone or not; None for one that nobody wrote."""
    row = model.select(where_written()).join(Entry, on=model.entry).where(model.key == key).order_by(model.id)
    return row.tuples().scalar()


def users_of_product(key: str) -> list[str]:
    """What was said of a product and holds, in words: ``3 moves in the cupboard``."""
    counts = [(_live(model).where(model.product == key).count(), PRODUCT_WORDS[model]) for model in OF_PRODUCTS]
    return [f"{count} {_many(words, count)}" for count, words in counts if count]


def _many(words: str, count: int) -> str:
    first, _, rest = words.partition(" ")
    plural = f"{first}es" if first.endswith("sh") else f"{first}s"
    return words if count == 1 else f"{plural} {rest}".strip()


def _live(model: type) -> ModelSelect:
    return model.select().join(Entry, on=model.entry).where(Entry.undone_at.is_null())


def machines_without_name(entry_id: int) -> list[tuple[int, str]]:
    """Machines of which nothing that holds is known any more, since an entry was undone; with their last name."""
    known = {row.machine_id for row in newest_machines()}
    told = MachineVersion.select().where(MachineVersion.entry == entry_id)
    return [(row.machine_id, row.name) for row in told if row.machine_id not in known]


def dependents_of_machine(machine_id: int, entry_id: int) -> dict[str, int]:
    """How much that holds was said of a machine by other entries than one, by what it is."""
    counts: dict[str, int] = {}
    written = Entry.select(Entry.recorded_at).where(Entry.id == entry_id).scalar()
    # Its water and its filter are said while it is added, in lines of their own.
    said_with_it = Entry.kind.in_(WITH_A_MACHINE) & (Entry.recorded_at == written)
    for model in FACTS:
        if "machine" not in model._meta.fields or model is MachineVersion:
            continue
        here = _live(model).where(model._meta.fields["machine"] == machine_id, model.entry != entry_id)
        count = here.where(~said_with_it).count()
        words = MACHINE_WORDS.get(model._meta.table_name, "other entry")
        counts[words] = counts.get(words, 0) + count
    return counts


def own_texts(model: type[TextVersion]) -> dict[str, str]:
    """The text of each own file that was not deleted, by key."""
    latest = (
        model.select(fn.MAX(model.id)).join(Entry, on=model.entry).where(Entry.undone_at.is_null()).group_by(model.key)
    )
    rows = model.select().where(model.id.in_(latest)).order_by(model.key)
    return {row.key: row.text for row in rows if not row.deleted}


def own_text(model: type[TextVersion], key: str) -> str | None:
    """The text of one own file, or None."""
    row = (
        model.select()
        .join(Entry, on=model.entry)
        .where(model.key == key, Entry.undone_at.is_null())
        .order_by(model.id.desc())
        .first()
    )
    return None if row is None or row.deleted else row.text


def last_text(model: type[TextVersion], key: str) -> str | None:
    """The text that was written last under a key, also where it was undone or deleted since; None where none was."""
    row = model.select().where(model.key == key, model.text != "").order_by(model.id.desc()).first()
    return None if row is None else row.text


def machines_of_kind(key: str, site_ids: Collection[int] | None = None) -> list[str]:
    """Names of the machines of a kind, retired ones too: at some sites, or at all."""
    rows = [version for version in newest_machines() if version.kind == key]
    if site_ids is not None:
        there = {row.id for row in Machine.select(Machine.id).where(Machine.site.in_(list(site_ids)))}
        rows = [row for row in rows if row.machine_id in there]
    return sorted(row.name for row in rows)
