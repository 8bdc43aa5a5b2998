"""Run every test; the browser's and the installed program's in a second process, as most machines have two cores.

The slowest tests are told at the end; the last line is ``N passed, N failed, N skipped``.
"""

from __future__ import annotations

import gc
import os
import re
import shutil
import subprocess
import sys
import tempfile
import time
import unittest
import warnings
from pathlib import Path

HERE = Path(__file__).parent
BESIDE = ("tests/browser", "tests.test_package", "tests.test_cli", "tests.web.test_methods", "tests.actions.test_cache")
ROOM_WANTED = 4 * 1024**3  # bytes; the installed program of its test takes most
LAST_LINE = re.compile(r"(\d+) passed, (\d+) failed, (\d+) skipped\n$")


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


def run(suite: unittest.TestSuite) -> tuple[int, int, int]:
    """Run a suite; answers how many passed, failed and were skipped."""
    warnings.simplefilter("default")
    warnings.filterwarnings("error", module=r"lamplight(\.|$)")
    result = unittest.TextTestRunner(resultclass=Counted, verbosity=1, warnings=None).run(suite)
    for took, name in sorted(result.times, reverse=True)[:5]:
        print(f"{took:6.1f} s  {name}", file=sys.stderr)
    failed = {case.id().split(" ")[0] for case, _ in [*result.failures, *result.errors]}
    return result.passed, len(failed) + len(result.unexpectedSuccesses), len(result.skipped)


def discovered(path: Path) -> unittest.TestSuite:
    """The tests below a folder."""
    return unittest.TestLoader().discover(str(path), top_level_dir=str(HERE.parent))


def cases(suite: unittest.TestSuite) -> list[unittest.TestCase]:
    """The single tests of a suite."""
    return [case for part in suite for case in (cases(part) if isinstance(part, unittest.TestSuite) else [part])]


def everything() -> tuple[int, int, int]:
    """Two processes at once, about as long as each other."""
    command = [sys.executable, "-m", "tests", *BESIDE]
    beside = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True, cwd=HERE.parent)
    elsewhere = tuple(f"{name.replace('/', '.')}." for name in BESIDE)
    rest = [case for case in cases(discovered(HERE)) if not case.id().startswith(elsewhere)]
    own = run(unittest.TestSuite(rest))
    said, _ = beside.communicate()
    found = LAST_LINE.search(said)
    print(said[: found.start()] if found else said, file=sys.stderr)
    theirs = [int(count) for count in found.groups()] if found else [0, 1, 0]
    return own[0] + theirs[0], own[1] + theirs[1], own[2] + theirs[2]


def in_memory() -> None:
    """Let temporary files lie in memory where there is room: a test's data file need not outlive a power cut."""
    room = Path("/dev/shm")
    usable = "TMPDIR" not in os.environ and room.is_dir() and os.access(room, os.W_OK)
    if usable and shutil.disk_usage(room).free >= ROOM_WANTED:
        os.environ["TMPDIR"] = str(room)
        tempfile.tempdir = None


def main(wanted: list[str]) -> int:
    """Run the named modules or folders, or all; answers the exit status."""
    in_memory()
    if wanted:
        loader = unittest.TestLoader()
        parts = [discovered(Path(name)) if "/" in name else loader.loadTestsFromName(name) for name in wanted]
        passed, failed, skipped = run(unittest.TestSuite(parts))
    else:
        passed, failed, skipped = everything()
    # What a library left open may be said before the last line, never after it.
    gc.collect()
    warnings.simplefilter("ignore")
    sys.stderr.flush()
    print(f"{passed} passed, {failed} failed, {skipped} skipped", flush=True)
    return 0 if failed == 0 and passed else 1


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
