"""The tests: `python -m tests` runs them all."""

from argon2 import PasswordHasher
from hypothesis import HealthCheck, settings

from lamplight.actions import passphrases
from lamplight.core.plan import search as plan_search
from lamplight.core.round import search
from tests.draw import LONG

# A law may take its time: how long it takes is no part of it, and machines differ.
settings.register_profile(
    "lamplight", max_examples=100 if LONG else 45, deadline=None, suppress_health_check=[HealthCheck.too_slow]
)
settings.load_profile("lamplight")

# Hashing is slow on purpose; what is tested is everything around it. `test_passphrases` looks at what ships.
SHIPPED_HASHER = passphrases.HASHER
passphrases.HASHER = PasswordHasher(time_cost=1, memory_cost=8, parallelism=1)

# So is planning well. What is tested of the plans themselves asks for what ships; see `shipped_effort`.
SHIPPED_EFFORT = (plan_search.MOVES, search.STRETCHES_TRIED)
SPARED_EFFORT = (1, 3_000)
plan_search.MOVES, search.STRETCHES_TRIED = SPARED_EFFORT


def shipped_effort() -> None:
    """Plan as what ships does, until `spared_effort`: for `setUpModule` and `tearDownModule`."""
    plan_search.MOVES, search.STRETCHES_TRIED = SHIPPED_EFFORT


def spared_effort() -> None:
    """Plan at once again."""
    plan_search.MOVES, search.STRETCHES_TRIED = SPARED_EFFORT
