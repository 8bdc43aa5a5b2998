"""The places where a keeper writes texts of their own: kinds and procedures, with their mistakes beside the line."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from flask import Blueprint, Response, abort, request

from lamplight.core.errors import InvalidInput
from lamplight.library.mistakes import FileMistakes, Mistake
from lamplight.sight.own_texts import OwnTexts
from lamplight.web.here import site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other


@dataclass(frozen=True)
class TextPlace:
    """What one sort of text needs, to be read, copied, edited, given out.

    Attributes:
        name: of the blueprint.
        title, all_words, hint: what the editor says.
        fresh: the text that a new one begins with.
        texts: how they are read and written.
        schema: of the files.
    """

    name: str
    title: str
    all_words: str
    hint: str
    fresh: str
    texts: OwnTexts[Any]
    schema: Callable[[], str]

    def mistakes(self, text: str) -> list[Mistake]:
        """What is wrong in a text, nothing where it is right."""
        try:
            self.texts.read(text)
        except FileMistakes as wrong:
            return list(wrong.mistakes)
        except InvalidInput as problem:
            return [Mistake("", 1, str(problem))]
        return []

    def editor(self, text: str, mistakes: Sequence[Mistake] = (), moved: object = None, editing: str = ""):  # noqa: ANN201
        """The editor, 422 where a text was refused or dates would move."""
        code = 422 if mistakes or moved is not None else 200
        return render(
            "editor.html", "worktop", code, place=self, text=text, mistakes=mistakes, moved=moved, editing=editing,
        )  # fmt: skip

    def known(self, key: str) -> None:
        """404 where nobody knows that key."""
        site()
        if key not in self.texts.library.every():
            abort(404)

    def add_to(self, blueprint: Blueprint) -> None:
        """The routes that every sort of text has: its file, its schema, a new one, an old one, a check."""
        blueprint.add_url_rule("/<key>.yaml", "export", self._export)
        blueprint.add_url_rule("/schema.json", "schema", self._schema)
        blueprint.add_url_rule("/new", "new", self._new)
        blueprint.add_url_rule("/<key>/edit", "edit", self._edit)
        blueprint.add_url_rule("/check", "check", self._check, methods=["POST"])

    def _export(self, key: str) -> Response:
        self.known(key)
        headers = {"Content-Disposition": f"attachment; filename={key}.yaml"}
        text = self.texts.library.text_of(key)
        return Response(text, content_type="application/yaml; charset=utf-8", headers=headers)

    def _schema(self) -> Response:
        return Response(self.schema(), mimetype="application/schema+json")

    def _new(self):  # noqa: ANN202
        site()
        source = request.args.get("copy", "")
        try:
            return self.editor(self.texts.library.copied(source) if source else self.fresh)
        except InvalidInput:
            abort(404)

    def _edit(self, key: str):  # noqa: ANN202
        self.known(key)
        text = self.texts.library.own(key)
        return self.editor(text, editing=key) if text else see_other(f"{self.name}.new", copy=key)

    def _check(self):  # noqa: ANN202
        """Mistakes while one types."""
        site()
        text = request.form.get("text", "")
        return render(
            "editor.html", "mistakes", place=self, text=text, mistakes=self.mistakes(text), moved=None, editing=""
        )


def typed_text() -> str:
    """The text of a form: of its file where one was chosen, else of its field."""
    upload = request.files.get("file")
    text = upload.read().decode("utf-8", "replace") if upload and upload.filename else request.form.get("text", "")
    return text.replace("\r\n", "\n")
