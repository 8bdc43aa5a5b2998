"""A job around a programme of which nothing is known yet: what to have at hand, and the place where it goes on."""

from __future__ import annotations

from dataclasses import replace
from functools import cache, lru_cache

from lamplight.core.job.course import LISTEN
from lamplight.core.job.procedure import Need
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Programme, Use
from lamplight.library import catalogue
from lamplight.sight.procedures import known_procedure


@cache
def programmes_shipped() -> tuple[Programme, ...]:
    """Every programme that ships, of every kind."""
    return tuple(one for kind in catalogue.kinds().values() for one in kind.programmes.values())


def roles_expected(programme: str) -> tuple[str, ...]:
    """The products that programmes of that sort take, by role."""
    known = catalogue.roles()
    found = (use.role for one in programmes_shipped() if one.key == programme for use in one.calls)
    return tuple(dict.fromkeys(role for role in found if role in known))


def needs_expected(programme: str) -> tuple[Need, ...]:
    """What to have at hand for a programme that nobody knows yet: its products, as the machine asks for them."""
    return tuple(Need("", "", role) for role in roles_expected(programme))


@lru_cache(maxsize=100)
def unheard(kind: Kind, programme: str) -> Kind:
    """The kind with a programme of which nothing is known yet."""
    return replace(kind, programmes={**kind.programmes, programme: Programme(programme, (Use(LISTEN),))})


def can_listen(procedure_key: str) -> str:
    """The programme of the machine's own that a procedure runs, which can be listened to; empty for none."""
    return known_procedure(procedure_key).plain.programme
