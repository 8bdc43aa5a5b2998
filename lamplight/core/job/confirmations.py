"""The questions that only the keeper can answer, and what their answers mean for the book.

The machine believes what it was told: a drawer emptied while it was off was not seen, a refill not
confirmed counts as empty. So a run asks, and the answers are facts.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

DRAWER_EMPTIED = "drawer-emptied"
MACHINE_ON = "machine-on"
REFILL_CONFIRMED = "refill-confirmed"
GROUP_DRY = "group-dry"
PULL_TEST = "pull-test"
LEVERS_BACK = "levers-back"
LAMP_OUT = "lamp-out"
RAN_WHOLE = "ran-whole"


@dataclass(frozen=True)
class Confirmation:
    """A question of confirmation.

    Attributes:
        yes, no: how the log says the answer.
        settles: whether the job counts as done only after a yes.
        means: what follows from a no, in a sentence.
    """

    yes: str
    no: str
    settles: bool
    means: str = ""


CONFIRMATIONS: Mapping[str, Confirmation] = {
    DRAWER_EMPTIED: Confirmation(
        "drawer really emptied", "drawer not emptied", True, "The book goes on counting its pucks and its hours."
    ),
    MACHINE_ON: Confirmation(
        "machine was on meanwhile",
        "machine was off meanwhile",
        False,
        "It did not see the drawer go: its own lamp will come too early. The book counts from now.",
    ),
    REFILL_CONFIRMED: Confirmation(
        "refill confirmed on the machine",
        "refill not confirmed on the machine",
        False,
        "The machine still believes that its tank is empty. Confirm it on the screen.",
    ),
    GROUP_DRY: Confirmation(
        "group dry", "group refitted wet", False, "Wet, it gathers grounds: rinse it sooner next time."
    ),
    PULL_TEST: Confirmation("pull test held", "pull test did not hold", True, "The group may jump out under pressure."),
    LEVERS_BACK: Confirmation(
        "valves and levers back", "valves or levers not back", True, "Left so, it sprays at the start."
    ),
    RAN_WHOLE: Confirmation(
        "it was over far before its time, and was the whole programme", "it was the short rinse", True
    ),
    LAMP_OUT: Confirmation(
        "lamp out", "lamp still lit", False, "Then something is missing that the machine waits for."
    ),
}


def settles(confirmations: Mapping[str, bool]) -> bool:
    """Whether a job counts as done: no answer that decides over it was answered no."""
    return all(
        answer or not CONFIRMATIONS[key].settles for key, answer in confirmations.items() if key in CONFIRMATIONS
    )


def confirmations_in_words(confirmations: Mapping[str, bool]) -> list[str]:
    """The answers as the log says them."""
    return [
        CONFIRMATIONS[key].yes if answer else CONFIRMATIONS[key].no
        for key, answer in confirmations.items()
        if key in CONFIRMATIONS
    ]


def consequences(confirmations: Mapping[str, bool]) -> list[str]:
    """A sentence for each no that means something."""
    return [
        CONFIRMATIONS[key].means
        for key, answer in confirmations.items()
        if key in CONFIRMATIONS and not answer and CONFIRMATIONS[key].means
    ]
