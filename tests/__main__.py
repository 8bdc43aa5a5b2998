"""Run every test in four processes, for two cores that wait for browsers: each takes the next module.

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
# What takes longest comes first, in one process the browser's; the others begin at the other end.
BESIDE = "--beside"
BROWSING, REST, MIDDLE = "browsing", "rest", "middle"
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
    for took, name in sorted(result.times, reverse=True)[: int(os.environ.get("LAMPLIGHT_SLOWEST", "5"))]:
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
    """Four processes at once, which are done at about the same time."""
    counted = [0, 0, 0]
    with tempfile.TemporaryDirectory() as claims, tempfile.TemporaryDirectory() as said:
        begun = []
        for what in (BROWSING, REST, MIDDLE):
            told = (Path(said) / what).open("w+", encoding="utf-8")
            command = [sys.executable, "-m", "tests", BESIDE, claims, what]
            begun.append((subprocess.Popen(command, stdout=told, stderr=subprocess.STDOUT, cwd=HERE.parent), told))
        counts = [run(Claimed(modules()[::-1], Path(claims)))]
        for process, told in begun:
            process.wait()
            told.seek(0)
            words = told.read()
            told.close()
            found = LAST_LINE.search(words)
            print(words[: found.start()] if found else words, file=sys.stderr)
            counts.append(tuple(int(count) for count in found.groups()) if found else (0, 1, 0))
        counted = [sum(own) for own in zip(*counts, strict=True)]
        left = set(modules()) - {path.name for path in Path(claims).iterdir()}
    return counted[0], counted[1] + len(left), counted[2]


def order(what: str) -> list[str]:
    """The modules as one of the processes beside takes them."""
    names = modules()
    if what == BROWSING:
        return names
    middle = len(names) // (2 if what == REST else 3)
    return names[middle:] + names[:middle][::-1]


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
        passed, failed, skipped = run(Claimed(order(wanted[2]), Path(wanted[1])))
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
