"""What the mail catcher took, and how it is to behave."""

from __future__ import annotations

from flask import Blueprint, abort, flash, request

from lamplight.simulators.mail_catcher import Mood, caught, clear, mood, set_mood
from lamplight.store.database import data_folder
from lamplight.web.here import site
from lamplight.web.mail.views import dressed
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

blueprint = Blueprint("simulated_mail", __name__, url_prefix="/simulated/mail", template_folder="templates")
MOST_SHOWN = 60
MOODS = {Mood.TAKES: "takes what comes", Mood.BUSY: "puts everything off", Mood.REFUSES: "refuses everything"}


@blueprint.get("")
def page():  # noqa: ANN201
    site()
    mails = caught(data_folder())
    key = request.args.get("mail", "")
    shown = next((mail for mail in mails if mail.key == key), mails[0] if mails else None)
    return render(
        "simulated/mail.html", "worktop", mails=mails[:MOST_SHOWN], count=len(mails), shown=shown, moods=MOODS,
        mood=mood(data_folder()),
    )  # fmt: skip


@blueprint.get("/<key>/page")
def dressed_page(key: str):  # noqa: ANN201
    """The page that a mail carries."""
    site()
    mail = next((mail for mail in caught(data_folder()) if mail.key == key), None)
    return dressed(mail.page) if mail else abort(404)


@blueprint.post("")
def act():  # noqa: ANN201
    """Let it behave otherwise, or forget what it caught."""
    site()
    if request.form.get("do") == "clear":
        clear(data_folder())
        flash("What was caught is thrown away.")
        return see_other("simulated_mail.page")
    wanted = request.form.get("mood", "")
    if wanted not in set(Mood):
        abort(404)
    set_mood(data_folder(), Mood(wanted))
    flash(f"The catcher {MOODS[Mood(wanted)]} from now on.")
    return see_other("simulated_mail.page")
