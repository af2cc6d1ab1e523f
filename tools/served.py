"""A server of the real application on a throw-away data folder, for pictures and measurements."""

import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

from tools.demo_data import demo_data, empty_data

ROOT = Path(__file__).resolve().parent.parent
# Chromium as a container's root runs it, quiet and without looking for the network. Debian's shell without
# a window draws no toolbars, which spares a third of the time; the whole browser does as well.
SHELL = "/usr/bin/chromium-headless-shell"
CHROMIUM = SHELL if Path(SHELL).exists() else "/usr/bin/chromium"
CHROMIUM_FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync",
    "--force-color-profile=srgb", "--font-render-hinting=none",
]  # fmt: skip


@dataclass
class Launched:
    """A served workroom: its ``launcher``, the folder of its ``data``, and the surroundings of
    commands on it."""

    address: str
    launcher: "subprocess.Popen[bytes]"
    data: Path
    env: dict[str, str]

    def up(self, within: float = 60.0) -> float:
        """Wait until it answers; how long that took (s). Raises TimeoutError."""
        begun = time.monotonic()
        while time.monotonic() - begun < within:
            try:
                urllib.request.urlopen(self.address + "/api/session", timeout=2)
                return time.monotonic() - begun
            except OSError:
                time.sleep(0.05)
        raise TimeoutError(self.address)


@contextmanager
def launched(*, share: str = "", demo: bool = True, **more: str) -> Iterator[Launched]:
    """A server of its own. ``share``: a second address it answers at; ``demo`` False: an empty workroom
    that one signs in to; ``more``: variables of its surroundings."""
    with tempfile.TemporaryDirectory(prefix="dove-tack-", ignore_cleanup_errors=True) as data:
        env = {
            **os.environ,
            "DOVE_TACK_DATA": data,
            "DOVE_TACK_DEMO": "1" if demo else "0",
            "DJANGO_SETTINGS_MODULE": "workroom.settings",
            **more,
        }
        if env.get("DOVE_TACK_DATABASE"):
            migrate = [sys.executable, "manage.py", "migrate", "--verbosity", "0", "--skip-checks"]
            subprocess.run(migrate, cwd=ROOT, env=env, check=True)
        else:
            (demo_data if demo else empty_data)(Path(data))
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            port = free.getsockname()[1]
        env["DOVE_TACK_SERVED"] = str(port)  # so that its processes can be told from others'
        server = subprocess.Popen(
            [sys.executable, "-m", "workroom.serving", str(port), *([share] if share else [])],
            cwd=ROOT, env=env,
        )  # fmt: skip
        made = Launched(f"http://127.0.0.1:{port}", server, Path(data), env)
        try:
            made.up()
            yield made
        finally:
            server.terminate()
            server.wait(20)


@contextmanager
def served(*, share: str = "", demo: bool = True, **more: str) -> Iterator[str]:
    """The address of such a server."""
    with launched(share=share, demo=demo, **more) as made:
        yield made.address
