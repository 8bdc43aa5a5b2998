"""The two ways in which a computation can decline.

``Invalid...`` means that what was given is wrong; ``Missing...`` means that it may be right but is
not enough. A page answers the first with a correction and the second with a question.
Every message is a sentence for the keeper.
"""


class LamplightError(Exception):
    """Base of every refusal that a keeper may read."""


class InvalidInput(LamplightError, ValueError):
    """Something given is wrong and must be changed."""


class InvalidReading(InvalidInput):
    """A counter reading that cannot be so."""


class MissingReading(LamplightError, LookupError):
    """More readings are needed before this can be computed."""


class StaleStep(LamplightError):
    """A step was answered that is no longer the current one."""
