"""A question that must be answered before a form is taken: the form is kept, and sent again with the answer."""

from __future__ import annotations

from dataclasses import dataclass

from flask import Flask, Response, make_response, render_template, request

from lamplight.core.errors import LamplightError

LEFT_OUT = ("csrf_token", "once")  # a form that is sent again has its own
NOT_KEPT = ("passphrase", "again", "present")  # never written into a page


@dataclass(frozen=True)
class Choice:
    """An answer: the words on its button, and the field that carries it."""

    words: str
    field: str
    value: str


class Question(LamplightError):
    """Something that only the keeper can know. Nothing was saved."""

    def __init__(self, title: str, sentence: str, *choices: Choice) -> None:
        super().__init__(sentence)
        self.title, self.choices = title, choices


def register(app: Flask) -> None:
    """Ask on a page of its own, whatever form it came from; for htmx in the place of the page."""

    @app.errorhandler(Question)
    def ask(question: Question) -> Response:
        kept = [
            (name, value)
            for name, value in request.form.items(multi=True)
            if name not in (*LEFT_OUT, *NOT_KEPT, *(choice.field for choice in question.choices))
        ]
        again = [name for name, upload in request.files.items() if upload.filename]
        secret = [name for name in NOT_KEPT if name in request.form]
        template = "_ask.html" if request.headers.get("HX-Request") else "ask.html"
        page = render_template(template, question=question, kept=kept, files=again, secret=secret)
        answer = make_response(page, 409)
        answer.headers["HX-Retarget"], answer.headers["HX-Reswap"] = "#worktop", "innerHTML"
        return answer
