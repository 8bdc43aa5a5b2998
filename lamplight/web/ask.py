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


AGAIN = Choice("Try again", "again-", "1")


def register(app: Flask) -> None:
    """Ask on a page of its own, whatever form it came from; for htmx in the place of the page."""

    @app.errorhandler(Question)
    def ask(question: Question) -> Response:
        answer = make_response(kept_form(question), 409)
        answer.headers["HX-Retarget"], answer.headers["HX-Reswap"] = "#worktop", "innerHTML"
        return answer


def kept_form(question: Question) -> str:
    """The question with the form of this request, to be sent again with one of its choices.

    What nobody should read over a shoulder, and files, are asked for once more.
    """
    left_out = {*LEFT_OUT, *NOT_KEPT, *(choice.field for choice in question.choices)}
    kept = [(name, value) for name, value in request.form.items(multi=True) if name not in left_out]
    files = [name for name, upload in request.files.items() if upload.filename]
    secret = [name for name in NOT_KEPT if name in request.form]
    template = "_ask.html" if request.headers.get("HX-Request") else "ask.html"
    return render_template(template, question=question, kept=kept, files=files, secret=secret)
