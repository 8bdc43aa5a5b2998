"""What a machine does by itself when it is told to: its own sequence of calls, in its own words.

A call is one thing that the machine asks for or does. What each is like is written once, in the
palette; a programme says only in which order they come, with what words, amounts and times.
"""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.anatomy.duration import Duration

TABLET, MILK_WASH, ACID_WASH, DESCALE, COMBINED, FULL_CLEAN, STORAGE = (
    "tablet", "milk-wash", "acid-wash", "descale", "combined", "full-clean", "storage-emptying",
)  # fmt: skip


@dataclass(frozen=True)
class Gives:
    """Water that comes out of one outlet while a call lasts.

    Attributes:
        outlet: its key.
        ml: in all, 0 or more; or the name of a volume of the kind.
        bursts: in how many bursts it comes, 1 or more.
    """

    outlet: str
    ml: int | str
    bursts: int = 1


@dataclass(frozen=True)
class Meanwhile:
    """A call that may come at any time while the machine works.

    Attributes:
        call: its key.
        up_to: how often at most, as far as anybody knows, 1 or more.
        says: what the display says or the lamps show then, or empty.
    """

    call: str
    up_to: int = 1
    says: str = ""


@dataclass(frozen=True)
class Use:
    """One call of a programme or a procedure, with what is particular about it here.

    Attributes:
        call: key of the call in the palette.
        says: what the display says or the lamps show when it comes, or empty.
        how: the machine's own way, in place of the palette's words, or empty.
        title: another order, or empty.
        ml: how much is poured, or the least that a container should hold; a number or the name of a volume.
        role: which product goes in.
        gives: the water that comes out.
        minutes: how long; a span or the name of a time.
        over: what tells that it is over.
        under: outlets under which containers are put.
        one: whether one container serves all of these.
        place: where something is laid, such as ``the small basket``.
        tubes: how many intakes draw, 1 or 2.
        asks: calls that may come meanwhile.
        when: traits of the kind that it needs.
        access: what the kind's access facts call the way in.
    """

    call: str
    says: str = ""
    how: str = ""
    title: str = ""
    ml: int | str | None = None
    role: str = ""
    gives: tuple[Gives, ...] = ()
    minutes: Duration | str | None = None
    over: str = ""
    under: tuple[str, ...] = ()
    one: bool = False
    place: str = ""
    tubes: int = 1
    asks: tuple[Meanwhile, ...] = ()
    when: tuple[str, ...] = ()
    access: str = ""


@dataclass(frozen=True)
class Programme:
    """A sequence of calls that a kind of machine runs.

    Attributes:
        key: which programme it is.
        calls: in the machine's order, one or more.
        title: what the machine calls it, or empty.
        starts_over: what to do when the power fails in its middle; empty for what the procedure says.
    """

    key: str
    calls: tuple[Use, ...]
    title: str = ""
    starts_over: str = ""
