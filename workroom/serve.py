"""The launcher: the web server and the worker side by side, ``python -m workroom.serve PORT
[ADDRESS]``, where ADDRESS is this machine's in the home network if it is shared there.

The worker is started anew when it dies; it ends by itself when this process does, because its
standard input ends then. Signals end both.
"""

import os
import signal
import socket
import subprocess
import sys
import threading
import time

from workroom.sharing import said

AGAIN = 1.0  # a worker that died is started again after so long (s)


def main(port: str, shared: str = "") -> int:
    """Serve until the web server ends; returns its exit code."""
    addresses = ["127.0.0.1", *([shared] if shared else [])]
    env = {**os.environ, "DOVE_TACK_SHARED": f"[{shared}]" if ":" in shared else shared}
    server = subprocess.Popen([sys.executable, "-m", "workroom.listen", port, *addresses], env=env)
    for each in (signal.SIGTERM, signal.SIGINT):
        signal.signal(each, lambda *_: server.terminate())
    over = threading.Event()
    keeper = threading.Thread(target=_keep_worker, args=(over,), daemon=True)
    keeper.start()
    threading.Thread(target=_say_ready, args=(server, int(port), shared), daemon=True).start()
    code = server.wait()
    over.set()
    keeper.join(5)
    return max(0, code)


def _say_ready(server: "subprocess.Popen[bytes]", port: int, shared: str) -> None:
    """Said once somebody who opens the address is answered, not before."""
    while server.poll() is None:
        try:
            socket.create_connection(("127.0.0.1", port), timeout=1).close()
        except OSError:
            time.sleep(0.1)
            continue
        print(f"Dove Tack is ready at http://127.0.0.1:{port}  (Ctrl C stops it)", flush=True)
        if shared:
            demo = os.environ.get("DOVE_TACK_DEMO") == "1"
            print(said(shared, port, demo=demo, coloured=sys.stdout.isatty()), flush=True)
        return


def _keep_worker(over: threading.Event) -> None:
    while not over.is_set():
        worker = subprocess.Popen([sys.executable, "manage.py", "work"], stdin=subprocess.PIPE)
        while worker.poll() is None and not over.is_set():
            time.sleep(0.1)
        if worker.stdin:
            worker.stdin.close()
        if over.is_set():
            try:
                worker.wait(3)
            except subprocess.TimeoutExpired:
                worker.kill()
        over.wait(AGAIN)


if __name__ == "__main__":
    sys.exit(main(*sys.argv[1:]))
