"""Where and who: the site of a request, whoever makes it, and what they are there."""

from __future__ import annotations

from flask import current_app, g, request, session

from lamplight.core.errors import NotAllowed
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.core.words import BRITISH, write_in
from lamplight.sight.actor import Actor
from lamplight.store.once import FormToken
from lamplight.store.rights import roles_by_site
from lamplight.store.runs import machine_of_run
from lamplight.store.sites import KeeperRow, SiteRow, keepers, sites
from lamplight.store.whereabouts import site_of_machine
from lamplight.web.clock import now, present


def site() -> SiteRow:
    """The site of this request; before one is set up, visitors are led to the first page."""
    known = site_or_none()
    if known is None:
        raise SetUpFirst
    return known


def site_or_none() -> SiteRow | None:
    """The site of this request: the one that was chosen in this browser, else the first that somebody serves."""
    if "site" not in g:
        chosen, served = session.get("site"), sites_served()
        meant = _meant() if len(served) > 1 else None
        if meant is not None and meant != chosen and any(row.id == meant for row in served):
            chosen = session["site"] = meant
        g.site = next((row for row in served if row.id == chosen), served[0] if served else None)
        write_in(g.site.language if g.site else BRITISH)
    return g.site  # type: ignore[no-any-return]


def _meant() -> int | None:
    """The site of the machine or run that the address names: whoever follows a link to it goes there."""
    named = request.view_args or {}
    machine_id = named.get("machine_id")
    if machine_id is None and "run_id" in named:
        machine_id = machine_of_run(named["run_id"])
    return site_of_machine(machine_id) if machine_id is not None else None


def go_to(here: SiteRow) -> None:
    """Answer this request for a site, whichever was chosen in this browser."""
    g.site = here
    write_in(here.language)


def every_site() -> list[SiteRow]:
    """Every site of the book, read once a request."""
    if "sites" not in g:
        g.sites = sites()
    return g.sites  # type: ignore[no-any-return]


def sites_served() -> list[SiteRow]:
    """The sites at which whoever is here keeps machines; where nobody signs in, all of them.

    Raises:
        NotAllowed: where somebody is signed in who serves none.
    """
    rows = every_site()
    who = keeper() if len(rows) > 1 and signs_in() else None
    if who is None:
        return rows
    roles = _roles()
    served = [row for row in rows if who.id in roles.get(row.id, {})]
    if not served:
        raise NotAllowed("You serve no site any more. Ask an owner to let you.")
    return served


def sites_known() -> list[int]:
    """The numbers of the sites at which whoever is here keeps machines."""
    return [row.id for row in sites_served()]


def served(machine_id: int | None) -> bool:
    """Whether a machine stands at a site at which whoever is here keeps machines."""
    if len(every_site()) == 1:
        return machine_id is not None
    here = site_of_machine(machine_id) if machine_id is not None else None
    return any(row.id == here for row in sites_served())


def _roles() -> dict[int, dict[int, RoleAtSite]]:
    if "roles" not in g:
        g.roles = roles_by_site()
    return g.roles  # type: ignore[no-any-return]


class SetUpFirst(Exception):
    """There is no site yet."""


def signs_in() -> bool:
    """Whether keepers sign in here, because others can reach the server."""
    return "lamplight_keeper" in current_app.extensions


def keeper() -> KeeperRow | None:
    """Who is signed in; where nobody signs in, who uses this browser, if they said so and are still around."""
    asked = current_app.extensions.get("lamplight_keeper")
    if asked is not None:
        return asked()
    chosen = session.get("keeper")
    return next((row for row in everybody() if row.id == chosen), None)


def keeper_id() -> int | None:
    """The number of who is here; None where nobody said who they are."""
    who = keeper()
    return who.id if who else None


def everybody() -> list[KeeperRow]:
    """Everybody who keeps machines here, asked for once a request."""
    if "keepers" not in g:
        known = keepers()
        if len(every_site()) > 1:
            here = g.get("site") or site_or_none()
            known = [row for row in known if here and row.id in _roles().get(here.id, {})]
        g.keepers = known
    return g.keepers  # type: ignore[no-any-return]


def actor() -> Actor:
    """Who does something in this request, and when."""
    who = keeper()
    if "form_token" not in g:
        g.form_token = FormToken(request.form.get("once", ""))
    here = site_or_none() if len(every_site()) > 1 else None  # where there is one, everything belongs to it
    known = who.id if who else None
    written = present() if "touched" in g else None
    return Actor(now(), known, signs_in() and who is not None, g.form_token, role(), here.id if here else None, written)


def role() -> RoleAtSite | None:
    """What whoever is signed in is at this site; None where nobody signs in, or there is no site yet."""
    if not signs_in():
        return None
    if "role" not in g:
        who = keeper()
        here = site_or_none() if who else None
        known = _roles().get(here.id, {}) if here else {}
        g.role = (known.get(who.id, RoleAtSite.LOOKER) if here else RoleAtSite.OWNER) if who else RoleAtSite.LOOKER
    return g.role


def owner() -> bool:
    """Whether whoever is here may everything at this site."""
    return role() in (None, RoleAtSite.OWNER)
