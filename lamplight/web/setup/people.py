"""Who keeps the machines: their roles, how they come in, where they are signed in, and their programs."""

from __future__ import annotations

from collections.abc import Mapping

import segno
from flask import abort, flash, redirect, request, session, url_for
from flask_login import current_user
from markupsafe import Markup

from lamplight.actions.api_tokens import SCOPE_WORDS, Scope, TokenRow, end_token, good_tokens, make_token
from lamplight.actions.authority import known_to
from lamplight.actions.entries import Actor
from lamplight.actions.invites import GOOD_FOR, make_invite, open_invites, withdraw_invite
from lamplight.actions.passkeys import KeyRow, can_have_keys, good_keys, two_steps
from lamplight.actions.passphrases import change_passphrase, whose_is_asked
from lamplight.actions.sign_in import SessionRow, end_other_session, open_sessions
from lamplight.actions.sites import save_keeper, serve_no_more
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import ROLE_WORDS, RoleAtSite
from lamplight.store.passphrases import secrets_by_keeper
from lamplight.store.rights import roles_at
from lamplight.store.sites import KeeperRow, keepers
from lamplight.web import forms
from lamplight.web.addresses import same_site
from lamplight.web.clock import now
from lamplight.web.here import actor, everybody, keeper, signs_in, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.setup.views import blueprint


@blueprint.route("/people", methods=["GET", "POST"])
def people():  # noqa: ANN201
    site()
    errors: dict[str, str] = {}
    if request.method == "POST":
        known = {row.id for row in keepers(active_only=False)}
        keeper_id = forms.row_number(request.form.get("id", ""))
        if keeper_id is not None and keeper_id not in known:
            abort(404)
        try:
            if request.form.get("do") == "elsewhere":
                serve_no_more(keeper_id or 0, actor(), request.form.get("present", ""))
                return see_other("setup.people")
            active = request.form.get("do") != "leave"
            saved = save_keeper(
                request.form.get("name", ""), request.form.get("initials", ""), actor(), keeper_id, active,
                request.form.get("present", ""), _role(request.form.get("site_role", "")),
            )  # fmt: skip
            if not session.get("keeper"):
                session["keeper"] = saved
                session.permanent = True
            return see_other("setup.people")
        except InvalidInput as problem:
            errors = forms.placed(problem, ("initials", "name", "present", "role"), "initials")
    return show_people(422 if errors else 200, errors)


def _elsewhere() -> list[KeeperRow]:
    """Who serves another site and not this one, as far as whoever is here may know of them."""
    here, known = {row.id for row in everybody()}, known_to(actor())
    return [row for row in keepers() if row.id not in here and (known is None or row.id in known)]


def _sessions(who: Actor) -> dict[int, list[SessionRow]]:
    """Open sessions by keeper: one's own, an owner everybody's; none where nobody signs in."""
    if who.role is None:
        return {}
    by_keeper: dict[int, list[SessionRow]] = {}
    for row in open_sessions(now(), current_user.get_id() or ""):
        if row.keeper_id == who.keeper_id or who.role is RoleAtSite.OWNER:
            by_keeper.setdefault(row.keeper_id, []).append(row)
    return by_keeper


def _keys(who: Actor) -> dict[int, list[KeyRow]]:
    """Passkeys that are good, by keeper: one's own, an owner everybody's; none where nobody signs in."""
    by_keeper: dict[int, list[KeyRow]] = {}
    for row in good_keys() if who.role is not None else ():
        if row.keeper_id == who.keeper_id or who.role is RoleAtSite.OWNER:
            by_keeper.setdefault(row.keeper_id, []).append(row)
    return by_keeper


def _tokens(who: Actor) -> list[TokenRow]:
    """Tokens that are good: one's own, an owner everybody's."""
    if who.role is None:
        return []
    shown = set(roles_at(site().id)) if who.role is RoleAtSite.OWNER else {who.keeper_id}
    return [row for row in good_tokens() if row.keeper_id in shown]


def _role(text: str) -> RoleAtSite | None:
    """The role that was chosen; None where none was.

    Raises:
        InvalidInput: for another word.
    """
    if text and text not in set(RoleAtSite):
        raise InvalidInput("Choose what they are here.", "role")
    return RoleAtSite(text) if text else None


def show_people(code: int, errors: Mapping[str, str], invited: tuple[str, str, Markup] | None = None, token: str = ""):  # noqa: ANN201
    """The page, with what is wrong, or what is shown this once."""
    form = request.form if {"initials", "name", "role"} & set(errors) and not request.form.get("id") else {}
    secrets, who = secrets_by_keeper(), actor()
    elsewhere = _elsewhere()
    asked = {row.id: whose_is_asked(row.id, who, secrets) for row in [*everybody(), *elsewhere]}
    return render(
        "setup/people.html", "worktop", code, form=form, errors=errors, may=set(secrets), asked=asked,
        changed=forms.row_number(request.form.get("id", "")),
        roles=roles_at(site().id), invited=invited,
        invites=open_invites(site().id, now()) if who.role is RoleAtSite.OWNER else [], good_for=GOOD_FOR,
        sessions=_sessions(who), token=token, passkeys=_keys(who), both=two_steps(),
        keys_here=can_have_keys(request.host.partition(":")[0]), scopes=SCOPE_WORDS,
        tokens=_tokens(who), role_words=ROLE_WORDS, elsewhere=elsewhere, owns=who.role is RoleAtSite.OWNER,
    )  # fmt: skip


@blueprint.post("/people/invite")
def invite():  # noqa: ANN201
    """The link is shown once, in the answer itself: nobody can ask for it again."""
    if not signs_in():
        abort(404)  # nobody could follow it
    try:
        role = _role(request.form.get("site_role", "")) or RoleAtSite.HELPER
        token = make_invite(site(), role, actor())
    except InvalidInput as problem:
        return show_people(422, {"invite": str(problem)})
    address = url_for("sign_in.invited", token=token, _external=True)
    code = segno.make(address, error="m", micro=False)
    drawn = code.svg_inline(border=2, omitsize=True, svgclass="qr", lineclass=None)
    return show_people(200, {}, invited=(role.value, address, Markup(drawn)))


@blueprint.post("/people/withdraw")
def withdraw():  # noqa: ANN201
    try:
        withdraw_invite(forms.row_number(request.form.get("invite", "")) or 0, actor())
    except InvalidInput as problem:
        return show_people(422, {"invite": str(problem)})
    flash("That invitation is good for nothing now.")
    return see_other("setup.people")


@blueprint.post("/people/session")
def end_session():  # noqa: ANN201
    try:
        end_other_session(forms.row_number(request.form.get("session", "")) or 0, actor())
    except InvalidInput as problem:
        return show_people(422, {"session": str(problem)})
    flash("That session has ended.")
    return see_other("setup.people")


@blueprint.post("/people/token")
def token():  # noqa: ANN201
    """The token is shown once, in the answer itself."""
    form = request.form
    try:
        if form.get("scope") not in set(Scope):
            raise InvalidInput("Choose what the token is good for.", "token_name")
        made = make_token(Scope(form["scope"]), form.get("token_name", ""), actor())
    except InvalidInput as problem:
        return show_people(422, {"token": str(problem)})
    return show_people(200, {}, token=made)


@blueprint.post("/people/token/end")
def no_token():  # noqa: ANN201
    try:
        end_token(forms.row_number(request.form.get("token", "")) or 0, actor())
    except InvalidInput as problem:
        return show_people(422, {"token": str(problem)})
    flash("That token has ended.")
    return see_other("setup.people")


@blueprint.post("/who")
def who():  # noqa: ANN201
    if signs_in():
        abort(404)  # who it is comes from the sign-in
    chosen = request.form.get("keeper", "")
    session["keeper"] = forms.row_number(chosen)
    session.permanent = True
    return redirect(same_site(request.form.get("next", ""), url_for("today.page")), 303)


@blueprint.post("/people/passphrase")
def passphrase():  # noqa: ANN201
    """A keeper's own passphrase; of the keeper whom the form names where nobody signs in, or an owner sets it anew."""
    wanted = forms.row_number(request.form.get("id", "")) or 0
    own = keeper()
    if signs_in() and not wanted:
        wanted = own.id if own else 0
    try:
        if request.form.get("passphrase") != request.form.get("again"):
            raise InvalidInput("The two passphrases differ. Type the same one twice.")
        change_passphrase(wanted, request.form.get("passphrase", ""), actor(), request.form.get("present", ""))
    except InvalidInput as problem:
        return show_people(422, {"passphrase": str(problem)})
    flash("The passphrase is set. Phones that were signed in with the old one are signed out.")
    return see_other("setup.people")
