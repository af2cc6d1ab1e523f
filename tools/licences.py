"""``python -m tools.licences``: write docs/licences.md, the list of everything that ships with Dove Tack.

Python packages are those of requirements.txt with the licence that their wheels name; packages of the
browser side are those that end up in what is built, with the licence in the lock file.
"""

import json
import re
from importlib.metadata import Distribution, distribution
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
LIST = ROOT / "docs" / "licences.md"
# Needed to build only, but what they write is shipped: styles, and the code every module begins with.
BUILT_IN = ("daisyui", "tailwindcss", "vite")
FONTS = "@fontsource"
CLASSIFIER = re.compile(r"License :: (?:OSI Approved :: )?(.+?)(?: License)?(?: \(.*\))?$")


def python_packages() -> list[tuple[str, str, str]]:
    """Name, version and licence of each. Raises LookupError where a package names none."""
    pinned = re.findall(
        r"^([\w.-]+)(?:\[[\w,-]+\])?==([\w.]+)", (ROOT / "requirements.txt").read_text(), re.M
    )
    return [(name, version, licence_of(distribution(name))) for name, version in pinned]


def licence_of(package: Distribution) -> str:
    """The licence that a package names in its metadata. Raises LookupError."""
    meta = package.metadata
    if meta["License-Expression"]:
        return str(meta["License-Expression"])
    named = [
        found[1] for each in meta.get_all("Classifier") or () if (found := CLASSIFIER.match(each))
    ]
    words = (meta["License"] or "").strip().partition("\n")[0]
    if named and (len(words) > 40 or not words):
        return ", ".join(named)
    if words:
        return words
    raise LookupError(f"{meta['Name']} names no licence")


def browser_packages() -> list[tuple[str, str, str]]:
    """Name, version and licence of each. Raises LookupError where a package names none."""
    packages = json.loads((ROOT / "web" / "package-lock.json").read_text())["packages"]
    found = []
    for path, known in packages.items():
        name = path.rpartition("node_modules/")[2]
        in_code = not (known.get("dev") or known.get("optional"))
        if name and (in_code or path in {f"node_modules/{each}" for each in BUILT_IN}):
            if "license" not in known:
                raise LookupError(f"{name} names no licence")
            found.append((name, known["version"], known["license"]))
    return sorted(found)


def listed() -> str:
    """The page."""
    browser = browser_packages()
    fonts = [each for each in browser if each[0].startswith(FONTS)]
    # Drawn into papers; it comes with reportlab.
    fonts.append(("Bitstream Vera", "with reportlab", "Bitstream-Vera"))
    parts = [
        ("Fonts", fonts),
        ("In the browser", [each for each in browser if each not in fonts]),
        ("On the machine", python_packages()),
    ]
    lines = [
        "# What ships with Dove Tack",
        "",
        "Packages, fonts and icons with their versions and licences, as they name them themselves.",
        "Written by `python -m tools.licences`; a test holds it against what is pinned. The icons are",
        "lucide’s. What only checks and measures (requirements-dev.txt, requirements-mutants.txt) does not",
        "ship.",
    ]
    for title, rows in parts:
        lines += ["", f"## {title}", "", "| | Version | Licence |", "|---|---|---|"]
        lines += [f"| {name} | {version} | {licence} |" for name, version, licence in rows]
    return "\n".join(lines) + "\n"


if __name__ == "__main__":
    LIST.write_text(listed())
