"""The root of the local authority for a phone: as a file and a code, with how to trust it."""

from __future__ import annotations

from pathlib import Path

import segno
from cryptography import x509
from cryptography.hazmat.primitives import serialization
from cryptography.x509.oid import NameOID
from flask import Blueprint, Response, abort, current_app, render_template, url_for
from markupsafe import Markup

from lamplight.web.tls.authority import FOLDER, ROOT, fingerprint

blueprint = Blueprint("tls", __name__, url_prefix="/trust", template_folder="templates")


def _root() -> x509.Certificate:
    folder: Path | None = current_app.config["LOCAL_AUTHORITY"]
    if folder is None:
        abort(404)
    return x509.load_pem_x509_certificate((folder / FOLDER / ROOT).read_bytes())


@blueprint.get("")
def page():  # noqa: ANN201
    root = _root()
    address = url_for("tls.file", _external=True)
    code = segno.make(address, error="m", micro=False)
    drawn = code.svg_inline(border=2, omitsize=True, svgclass="qr", lineclass=None)
    return render_template(
        "tls/trust.html", address=address, code=Markup(drawn), print=fingerprint(root),
        name=root.subject.get_attributes_for_oid(NameOID.COMMON_NAME)[0].value, until=root.not_valid_after_utc,
    )  # fmt: skip


@blueprint.get("/lamplight-root.crt")
def file() -> Response:
    der = _root().public_bytes(serialization.Encoding.DER)
    headers = {"Content-Disposition": 'attachment; filename="lamplight-root.crt"'}
    return Response(der, content_type="application/x-x509-ca-cert", headers=headers)
