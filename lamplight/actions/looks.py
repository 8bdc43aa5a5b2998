"""What was seen at a machine of which nobody knows when anything was done."""

from __future__ import annotations

from lamplight.actions.machines import LastDoneAnswer, declare_done
from lamplight.core.care.item import Start
from lamplight.core.care.looks import LOOKS, brought_by, spared_by
from lamplight.core.errors import InvalidInput
from lamplight.core.words import listed
from lamplight.sight.actor import Actor
from lamplight.sight.machine_view import MachineView
from lamplight.store.database import database


def tell_look(view: MachineView, key: str, well: bool, actor: Actor) -> str:
    """Write down what a look tells of each job that hangs on it; answers in a sentence what became of them.

    Raises:
        InvalidInput: for a look that is not offered any more.
    """
    look = next((one for one in LOOKS if one.key == key), None)
    dues = (spared_by if well else brought_by)(look, view.status.dues) if look is not None else ()
    if look is None or not dues:
        raise InvalidInput("That look tells nothing new any more. Load the page again.")
    start = Start.COUNTED if well else Start.OWED
    with database.atomic():
        for due in dues:
            declare_done(view.row, due.item.key, LastDoneAnswer(at=actor.now, start=start), None, actor)
    titles = listed([due.item.in_a_row for due in dues])
    return f"{titles[:1].upper()}{titles[1:]}: {'counted from today on' if well else 'wanted now'}."
