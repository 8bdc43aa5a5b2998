"""Run every test, slowest first told at the end; the last line is ``N passed, N failed, N skipped``."""

from __future__ import annotations

import sys
import time
import unittest
import warnings
from pathlib import Path

HERE = Path(__file__).parent


class Counted(unittest.TextTestResult):
    """Counts what passed, and how long each test took."""

    def __init__(self, *given, **named) -> None:
        super().__init__(*given, **named)
        self.passed = 0
        self.times: list[tuple[float, str]] = []

    def startTest(self, test) -> None:
        """Note when it began."""
        self._began = time.perf_counter()
        super().startTest(test)

    def addSuccess(self, test) -> None:
        """Count it."""
        super().addSuccess(test)
        self.passed += 1

    def stopTest(self, test) -> None:
        """Note how long it took."""
        super().stopTest(test)
        self.times.append((time.perf_counter() - self._began, test.id()))


def main(wanted: list[str]) -> int:
    """Run the named modules, or all; answers the exit status."""
    warnings.simplefilter("default")
    warnings.filterwarnings("error", module=r"lamplight(\.|$)")
    loader = unittest.TestLoader()
    whole = {"start_dir": str(HERE), "top_level_dir": str(HERE.parent)}
    suite = loader.loadTestsFromNames(wanted) if wanted else loader.discover(**whole)
    result = unittest.TextTestRunner(resultclass=Counted, verbosity=1, warnings=None).run(suite)
    for took, name in sorted(result.times, reverse=True)[:5]:
        print(f"{took:6.1f} s  {name}", file=sys.stderr)
    failed = len({case.id().split(" ")[0] for case, _ in [*result.failures, *result.errors]})
    failed += len(result.unexpectedSuccesses)
    sys.stderr.flush()
    print(f"{result.passed} passed, {failed} failed, {len(result.skipped)} skipped", flush=True)
    return 0 if failed == 0 and result.passed else 1


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
