"""The tests: `python -m tests` runs them all."""

from argon2 import PasswordHasher
from hypothesis import HealthCheck, settings

from lamplight.actions import passphrases

# A law may take its time: how long it takes is no part of it, and machines differ.
settings.register_profile("lamplight", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("lamplight")

# Hashing is slow on purpose; what is tested is everything around it. `test_passphrases` looks at what ships.
SHIPPED_HASHER = passphrases.HASHER
passphrases.HASHER = PasswordHasher(time_cost=1, memory_cost=8, parallelism=1)
