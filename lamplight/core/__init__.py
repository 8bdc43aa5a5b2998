"""The rules of the job: pure functions and frozen dataclasses.

Nothing in here reads a clock, a file or a database; ``now`` is always a parameter.
"""
