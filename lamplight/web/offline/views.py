"""The worker that a phone keeps, and the page for what it did not take along."""

from __future__ import annotations

import hashlib
import json
from pathlib import Path

from flask import Blueprint, Response, current_app, g, render_template, url_for

from lamplight.web.rendering import asset
from lamplight.web.sent_later import patterns

blueprint = Blueprint("offline", __name__, template_folder="templates")
# What every page wants.
ASSETS = (
    "css/lamplight.min.css", "js/lamplight.js", "js/offline.js", "vendor/htmx.min.js", "vendor/alpine-csp.min.js",
    "icon.svg",
)  # fmt: skip
# Pages that a phone takes along, how many of them, and how long it waits for a newer one.
ALONG = frozenset(
    {
        "today.page", "runs.page", "runs.ahead", "rounds.walk", "rounds.sheet", "procedures.card",
        "machines.handover_page",
    }
)  # fmt: skip
MOST_PAGES, PATIENCE_MS = 80, 8000


@blueprint.get("/sw.js")
def worker() -> Response:
    """The worker, with the addresses of what belongs to this version."""
    folder = Path(current_app.static_folder or "")
    fonts = sorted(path.relative_to(folder).as_posix() for path in (folder / "fonts").glob("*.woff2"))
    taken = [*(asset(name) for name in ASSETS), *(url_for("static", filename=name) for name in fonts)]
    taken.append(url_for("offline.page"))
    text = (folder / "js" / "worker.js").read_text("utf-8")
    rules = {
        "TAKEN": taken, "ALONG": patterns(current_app, ALONG, "GET"), "MOST_PAGES": MOST_PAGES,
        "PATIENCE_MS": PATIENCE_MS,
    }  # fmt: skip
    rules["VERSION"] = hashlib.sha256((text + json.dumps(rules)).encode()).hexdigest()[:12]
    said = "".join(f"const {name} = {json.dumps(value)};\n" for name, value in rules.items())
    return Response(said + text, content_type="text/javascript; charset=utf-8")


@blueprint.get("/offline")
def page() -> str:
    """What is shown instead of a page that the phone did not take along; it tells nothing of the book."""
    g.bare = True
    return render_template("offline/page.html")
