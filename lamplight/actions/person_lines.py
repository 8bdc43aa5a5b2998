"""Lines of the log that are about one person: written at each site that they serve, and at no other."""

from __future__ import annotations

from dataclasses import replace

from lamplight.actions.entries import write_entry
from lamplight.sight.actor import Actor, here
from lamplight.store.models import Entry
from lamplight.store.rights import sites_of


def write_of_person(kind: str, summary: str, actor: Actor, keeper_id: int) -> Entry:
    """Write a line about a keeper at every site that they serve; answers the one on which facts hang.

    Somebody who serves none any more stands in the log of the actor's site.
    """
    served = sites_of(keeper_id)
    own = here(actor)
    first = own if own in served or not served else served[0]
    entry = write_entry(kind, summary, replace(actor, site_id=first or None))
    for site_id in served:
        if site_id != first:
            write_entry(kind, summary, replace(actor, site_id=site_id, form=None))
    return entry
