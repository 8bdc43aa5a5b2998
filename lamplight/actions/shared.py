"""What several sites share: kinds, procedures and products. Whoever keeps all of them changes it; each log tells it."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace

from lamplight.actions.entries import write_entry
from lamplight.sight.actor import Actor, here
from lamplight.sight.shared import needs_at_all
from lamplight.store.models import Entry
from lamplight.store.sites import sites

# A line of the log that tells at one site what was changed at another; it holds nothing itself.
TOLD = "shared"


def write_shared(
    kind: str, summary: str, actor: Actor, concerned: Collection[int], machine_id: int | None = None
) -> Entry:
    """A line of the log on which a change of something shared hangs; the other sites are told.

    Args:
        kind, summary, machine_id: as `write_entry` has them.
        actor: who, and at which site.
        concerned: the sites that go by it.

    Raises:
        NotAllowed: as `needs_at_all` does.
    """
    needs_at_all(actor, concerned)
    entry = write_entry(kind, summary, actor, machine_id)
    tell_others(f"{summary}, written at {_name(here(actor))}", actor, concerned)
    return entry


def tell_others(summary: str, actor: Actor, concerned: Collection[int]) -> None:
    """Say in the logs of the other sites what was changed here."""
    for site_id in sorted(set(concerned) - {here(actor)}):
        write_entry(TOLD, summary, replace(actor, site_id=site_id, form=None))


def _name(site_id: int) -> str:
    return next((site.name for site in sites() if site.id == site_id), "another site")
