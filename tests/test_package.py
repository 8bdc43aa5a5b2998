"""Lamplight as a package: its wheel holds all it needs, and the demo is served from it alone."""

from __future__ import annotations

import fnmatch
import json
import os
import re
import shutil
import subprocess
import sys
import sysconfig
import tempfile
import unittest
import urllib.request
import zipfile
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
QUIET = {name: value for name, value in os.environ.items() if not name.startswith("PYTHON")}


def run(*words: object, cwd: Path) -> str:
    """What a command says; where it fails, the test fails with its words."""
    done = subprocess.run([str(word) for word in words], cwd=cwd, env=QUIET, text=True, capture_output=True)
    if done.returncode:
        raise AssertionError(f"{words}: {done.stdout[-2000:]}{done.stderr[-2000:]}")
    return done.stdout


def kept_files(folder: str = ".") -> list[str]:
    """Files that belong to the project: not those that git is told to overlook."""
    if not (ROOT / ".git").exists():
        paths = [path for path in (ROOT / folder).rglob("*") if path.is_file() and "__pycache__" not in path.parts]
        return [path.relative_to(ROOT).as_posix() for path in paths]
    names = run("git", "ls-files", "--cached", "--others", "--exclude-standard", folder, cwd=ROOT).splitlines()
    return [name for name in names if (ROOT / name).is_file()]


class Wheel(unittest.TestCase):
    """`pip wheel .` and what comes of it."""

    @classmethod
    def setUpClass(cls):
        cls.folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        source = cls.folder / "source"
        for name in (*kept_files("lamplight"), "pyproject.toml", "requirements.in", "README.md"):
            (source / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copyfile(ROOT / name, source / name)
        pip = (sys.executable, "-m", "pip", "--disable-pip-version-check", "-q")
        run(*pip, "wheel", "--no-deps", "--no-build-isolation", "-w", cls.folder, source, cwd=cls.folder)
        (cls.wheel,) = cls.folder.glob("*.whl")

    def test_holds_every_file(self):
        """Kinds, procedures, templates, styles, scripts and typefaces beside the modules."""
        with zipfile.ZipFile(self.wheel) as wheel:
            names = wheel.namelist()
        inside = {name for name in names if name.startswith("lamplight/")}
        self.assertEqual(inside, set(kept_files("lamplight")))

    def test_says_what_it_needs(self):
        """Each requirement, and each of them in the lock."""
        with zipfile.ZipFile(self.wheel) as wheel:
            (name,) = (name for name in wheel.namelist() if name.endswith(".dist-info/METADATA"))
            metadata = wheel.read(name).decode()
        needed = set(re.findall(r"^Requires-Dist: ([\w-]+)", metadata, re.M))
        asked = re.findall(r"^([\w-]+)", (ROOT / "requirements.in").read_text("utf-8"), re.M)
        self.assertEqual(needed, set(asked))
        lock = (ROOT / "requirements.lock").read_text("utf-8")
        self.assertLessEqual(needed, set(re.findall(r"^([\w-]+)==", lock, re.M)))

    def test_serves_the_demo_by_itself(self):
        """Installed into a fresh environment, away from the source, beside the packages of the lock that are here."""
        home = self.folder / "elsewhere"
        run(sys.executable, "-m", "venv", "--without-pip", home / "env", cwd=self.folder)
        (packages,) = (home / "env" / "lib").glob("python*/site-packages")
        # A path in a .pth is searched, but what lies in it is not obeyed: the source of this checkout stays out.
        (packages / "lock.pth").write_text(sysconfig.get_path("purelib") + "\n", "utf-8")
        pip = (sys.executable, "-m", "pip", "--python", home / "env" / "bin" / "python", "--disable-pip-version-check")
        run(*pip, "install", "-q", "--no-compile", "--no-deps", "--no-index", self.wheel, cwd=home)
        where = run(home / "env" / "bin" / "python", "-c", "import lamplight; print(lamplight.__file__)", cwd=home)
        self.assertTrue(where.startswith(str(home)), where)
        command = [home / "env" / "bin" / "lamplight", "demo", "--port", "0"]
        server = subprocess.Popen(command, cwd=home, env=QUIET, text=True, stdout=subprocess.PIPE)
        try:
            address = re.search(r"http://\S+/", server.stdout.readline())[0]

            def fetched(path: str) -> str:
                with urllib.request.urlopen(address + path, timeout=30) as answer:
                    return answer.read().decode("latin-1")

            today = fetched("")
            self.assertIn("Kilnside Tileworks", today)
            for path in re.findall(r'(?:href|src)="/(static/[^"]+)"', today):
                self.assertTrue(fetched(path), path)
            self.assertIn("font", fetched("static/css/lamplight.min.css"))
            self.assertIn("Descal", fetched("procedures"))
            self.assertIn("Kilnside", fetched("log"))
        finally:
            server.terminate()
            server.communicate(timeout=30)


class Vendored(unittest.TestCase):
    """VENDORED.md."""

    def rows(self) -> list[list[str]]:
        """The cells of its table."""
        lines = [line for line in (ROOT / "VENDORED.md").read_text("utf-8").splitlines() if line.startswith("| `")]
        return [[cell.strip(" `") for cell in line.strip("|").split("|")] for line in lines]

    def test_every_file_stands_there_with_its_licence(self):
        """Nobody adds a script or a typeface without saying whose it is."""
        patterns = [row[0] for row in self.rows()]
        folders = ("lamplight/web/static/vendor", "lamplight/web/static/fonts", "tests/browser/vendor")
        files = [name for folder in folders for name in kept_files(folder) if not name.endswith(".LICENSE")]
        self.assertGreater(len(files), 5)
        for name in files:
            self.assertTrue(any(fnmatch.fnmatch(name, pattern) for pattern in patterns), name)
        for row in self.rows():
            self.assertTrue(row[4].startswith("in the head") or (ROOT / row[4]).is_file(), row)

    def test_versions_are_those_of_the_lock(self):
        """The table follows a renewed package."""
        packages = json.loads((ROOT / "package-lock.json").read_text("utf-8"))["packages"]
        pinned = set(packages[""]["devDependencies"].values())
        for row in self.rows():
            self.assertIn(row[2], pinned, row)


class Overlooked(unittest.TestCase):
    """What setting up, testing and building leave behind."""

    @unittest.skipUnless((ROOT / ".git").exists(), "not a checkout")
    def test_git_is_told(self):
        """Nothing untracked appears after a demo, the tests or a wheel."""
        for name in (".venv/", ".demo-data/", "build/lib/", "dist/", "lamplight.egg-info/", ".hypothesis/",
                     ".mypy_cache/", ".ruff_cache/", "node_modules/", "lamplight/core/__pycache__/"):  # fmt: skip
            run("git", "check-ignore", "-q", name, cwd=ROOT)


if __name__ == "__main__":
    unittest.main()
