"""Run every test in two processes, as most machines have two cores: each takes the next module that nobody took.

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
# What takes longest comes first, for the second process; the first one begins at the other end.
BESIDE = "--beside"
LONG = ("tests.browser.", "tests.test_package", "tests.test_cli")
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


def modules() -> list[str]:
    """Every module of tests, those that take longest first."""
    names = [".".join(path.relative_to(HERE.parent).with_suffix("").parts) for path in HERE.rglob("test_*.py")]
    return sorted(names, key=lambda name: (not name.startswith(LONG), name))


class Claimed(unittest.TestSuite):
    """The modules that this process takes, one after the other, until none is left; a file says that one is taken."""

    def __init__(self, names: list[str], claims: Path) -> None:
        super().__init__()
        self.names, self.claims = names, claims

    def run(self, result, debug=False):
        """Load and run what nobody took yet."""
        for name in self.names:
            try:
                (self.claims / name).touch(exist_ok=False)
            except FileExistsError:
                continue
            unittest.TestLoader().loadTestsFromName(name).run(result, debug)
        return result


def everything() -> tuple[int, int, int]:
    """Two processes at once, which are done at about the same time."""
    with tempfile.TemporaryDirectory() as claims:
        command = [sys.executable, "-m", "tests", BESIDE, claims]
        beside = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True, cwd=HERE.parent)
        own = run(Claimed(modules()[::-1], Path(claims)))
        said, _ = beside.communicate()
        found = LAST_LINE.search(said)
        print(said[: found.start()] if found else said, file=sys.stderr)
        theirs = [int(count) for count in found.groups()] if found else [0, 1, 0]
        left = set(modules()) - {path.name for path in Path(claims).iterdir()}
    return own[0] + theirs[0], own[1] + theirs[1] + len(left), own[2] + theirs[2]


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
    if wanted[:1] == [BESIDE]:
        passed, failed, skipped = run(Claimed(modules(), Path(wanted[1])))
    elif wanted:
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
