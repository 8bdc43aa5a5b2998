"""Products and the cupboard: what serves which role, what was counted, bought and used."""

from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import date, timedelta

from lamplight.actions.entries import write_entry
from lamplight.actions.shared import write_shared
from lamplight.core.bounds import DOSE, UNITS, VOLUME_ML, within
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Chemistry, Product
from lamplight.core.stock.costs import PackPrice
from lamplight.core.stock.stock import Move
from lamplight.core.water.acids import AcidPart, acid_named
from lamplight.core.words import required, units_in_words
from lamplight.sight.actor import Actor, here
from lamplight.sight.cupboard import (
    LONGEST_CUPBOARD,
    MAIN_CUPBOARD,
    YEARS_KEPT,
    concerned_by,
    cupboard_words,
    products,
    roles,
    stock_held,
)
from lamplight.store.database import database
from lamplight.store.models import PriceFact, ProductVersion, StockMoveFact
from lamplight.store.sites import SiteRow
from lamplight.store.stock import cupboards, own_products

FORMS = ("tablet", "powder", "sachet", "pellets", "liquid", "tube", "cartridge", "piece")


def order_stock(site: SiteRow, product_key: str, amount: float, arrives: date, actor: Actor) -> None:
    """Write down that so many units were ordered, and on which day they should come.

    Raises:
        InvalidInput: for an unknown product, an amount out of range, or a day that is over or a year away.
    """
    product = products().get(product_key)
    if product is None:
        raise InvalidInput("There is no such product.")
    within(amount, UNITS, "An amount")
    today = site.calendar.today(actor.now)
    if not today <= arrives <= today + timedelta(days=366):
        raise InvalidInput("An order arrives on a day from today on, within a year.", "arrives")
    at = site.calendar.opening(arrives)
    with database.atomic():
        words = f"{product.title}: {units_in_words(amount, product.unit)} ordered, expected {arrives:%a %-d %b %Y}"
        entry = write_entry("stock", words, actor)
        StockMoveFact.create(entry=entry, product=product_key, move=Move.ORDERED, amount=amount, at=at)


def move_stock(
    product_key: str, move: Move, amount: float, actor: Actor, cupboard: str = "", keeps_until: date | None = None
) -> None:
    """Write down that so many units were counted, bought or spoilt.

    Args:
        product_key: of a product that is known.
        amount: units.
        cupboard: where; the main one has no name.
        keeps_until: the last date on which what was bought can be used, where somebody wants that kept.

    Raises:
        InvalidInput: for an unknown product, an amount, a name or a date out of range, or a date for what was not
            bought.
    """
    product = products().get(product_key)
    if product is None:
        raise InvalidInput("There is no such product.")
    within(amount, UNITS, "An amount", or_nothing=move is Move.COUNTED)
    name = _cupboard_named(cupboard, actor)
    if keeps_until is not None and move is not Move.BOUGHT:
        raise InvalidInput("A date until which it keeps belongs to what is bought.", "keeps")
    if keeps_until is not None and not -YEARS_KEPT <= keeps_until.year - actor.now.year <= YEARS_KEPT:
        raise InvalidInput(f"What is bought keeps until a date within {YEARS_KEPT} years.", "keeps")
    with database.atomic():
        words = f"{product.title}: {units_in_words(amount, product.unit)} {move.value}"
        words += f" in {name}" if name else ""
        words += f", keeps until {keeps_until:%-d %b %Y}" if keeps_until else ""
        StockMoveFact.create(
            entry=write_entry("stock", words, actor), product=product_key, move=move.value, amount=amount,
            at=actor.now, cupboard=name, keeps_until=keeps_until,
        )  # fmt: skip


def shift_stock(product_key: str, amount: float, cupboard: str, into: str, actor: Actor) -> None:
    """Write down that so many units were carried from one cupboard to another.

    Raises:
        InvalidInput: for an unknown product, an amount out of range or more than lies there, or one cupboard twice.
    """
    product = products().get(product_key)
    if product is None:
        raise InvalidInput("There is no such product.")
    within(amount, UNITS, "An amount")
    start, end = _cupboard_named(cupboard, actor), _cupboard_named(into, actor)
    if start == end:
        raise InvalidInput("Say into which other cupboard it goes.", "into")
    held = stock_held(here(actor)).get(product_key)
    there = dict(held.cupboards).get(start, 0.0) if held else 0.0
    if amount > there + 1e-9:
        left = units_in_words(there, product.unit)
        raise InvalidInput(f"By the book {left} lie in {cupboard_words(start)}. Count it first, or move fewer.")
    with database.atomic():
        moved = units_in_words(amount, product.unit)
        words = f"{product.title}: {moved} moved from {cupboard_words(start)} to {cupboard_words(end)}"
        StockMoveFact.create(
            entry=write_entry("stock", words, actor), product=product_key, move=Move.MOVED.value, amount=amount,
            at=actor.now, cupboard=start, into_cupboard=end,
        )  # fmt: skip


def _cupboard_named(text: str, actor: Actor) -> str:
    name = " ".join(text.split())
    if len(name) > LONGEST_CUPBOARD:
        raise InvalidInput(f"A cupboard has a name of up to {LONGEST_CUPBOARD} letters.", "into")
    known = {one.lower(): one for one in cupboards(here(actor))}
    return "" if name.lower() == MAIN_CUPBOARD else known.get(name.lower(), name)


@dataclass(frozen=True)
class ProductFields:
    """What the keeper types off a label."""

    title: str
    role: str
    form: str
    chemistry: str
    unit: str
    dose: float
    per_l: float | None = None
    least_ml: float | None = None
    most_ml: float | None = None
    also: tuple[str, ...] = ()
    acids: tuple[tuple[str, float], ...] = ()


def save_product(fields: ProductFields, actor: Actor, key: str = "") -> str:
    """Write down a product as its label says; answers its key.

    Args:
        key: of the product that is changed; a new one is made otherwise.

    Raises:
        NotAllowed: where another site takes it, and the actor does not keep that as well.
        InvalidInput: for an unknown role, form or chemistry, or a dose or volume out of range.
    """
    title, unit = required(fields.title, "The name", 80, "title"), required(fields.unit, "The unit", 20, "unit")
    if not {fields.role, *fields.also} <= set(roles()):
        raise InvalidInput("Say what it serves as.", "role")
    if fields.form not in FORMS or fields.chemistry not in set(Chemistry):
        raise InvalidInput("Say its form, and the chemistry that its label names.", "form")
    for dose in (fields.dose, fields.per_l):
        if dose is not None:
            within(dose, DOSE, "A dose", "dose")
    for volume in (fields.least_ml, fields.most_ml):
        if volume is not None:
            within(volume, VOLUME_ML, "A volume of mix", "least_ml")
    if fields.least_ml and fields.most_ml and fields.least_ml > fields.most_ml:
        raise InvalidInput("The smallest mix is larger than the largest. Swap them.", "least_ml")
    for acid, grams in fields.acids:
        AcidPart(acid, grams)
    whole = unit not in ("ml", "g", "L", "capful")
    known = products()
    concerned = concerned_by(key) if key else set()
    key = key or _new_key(title, known)
    with database.atomic():
        entry = write_shared("product", f"{title}: {fields.chemistry}, {fields.form}", actor, concerned)
        ProductVersion.create(
            entry=entry, key=key, title=title, role=fields.role, form=fields.form, chemistry=fields.chemistry,
            unit=unit, dose=fields.dose, per_l=fields.per_l, whole=whole, least_ml=fields.least_ml,
            most_ml=fields.most_ml, also=" ".join(role for role in fields.also if role != fields.role),
            acids=" ".join(f"{acid} {grams:g}" for acid, grams in fields.acids),
        )  # fmt: skip
    return key


def acids_typed(text: str) -> tuple[tuple[str, float], ...]:
    """Acids as a label names them, such as ``lactic 0.4, citric 0.1``: grams in one unit of the product.

    Raises:
        InvalidInput: for an acid that is not known, or what is no amount.
    """
    found = []
    for part in re.split(r"[,;\n]+", text):
        words = part.split()
        if not words:
            continue
        try:
            grams = float(words[-1].removesuffix("g").replace(",", "."))
        except ValueError:
            raise InvalidInput("Write each acid with its grams in one unit, such as “lactic 0.4”.", "acids") from None
        name = acid_named("-".join(words[:-1]).lower() or "?").key
        found.append((name, AcidPart(name, grams).grams))
    return tuple(found)


def _new_key(title: str, known: dict[str, Product]) -> str:
    stem = re.sub(r"[^a-z0-9]+", "-", title.lower()).strip("-")[:30] or "product"
    stem = stem if stem[0].isalpha() else f"p-{stem}"
    taken = set(known) | set(own_products())
    return next(key for key in (stem, *(f"{stem}-{n}" for n in range(2, 1000))) if key not in taken)


def note_price(product_key: str, units: float, money: float, day: date, today: date, actor: Actor) -> None:
    """Write down what a pack of a product costs.

    Args:
        product_key: of a product that is known.
        money: of the site, 0 or more; kept to the hundredth.
        day, today: when that was the price, and the site's date.

    Raises:
        InvalidInput: for an unknown product, a pack or price out of range, or a day that lies ahead.
    """
    known = products()
    if product_key not in known:
        raise InvalidInput("Choose a product.", "product")
    if day > today:
        raise InvalidInput("That day has not come yet.", "day")
    within(units, UNITS, "A pack", "units")
    if not 0 <= money <= 1_000_000:
        raise InvalidInput("A price lies between 0 and 1 000 000.", "money")
    product = known[product_key]
    price = PackPrice(product_key, units, round(money * 100), day)
    with database.atomic():
        words = f"{product.title}: {units_in_words(units, product.unit)} for {price.cents / 100:.2f}"
        entry = write_entry("price", words, actor)
        PriceFact.create(entry=entry, product=product_key, units=units, cents=price.cents, day=day)
