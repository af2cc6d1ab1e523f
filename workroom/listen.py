"""The web server: ``python -m workroom.listen PORT ADDRESS...`` answers at just these addresses of
this machine.

A socket for each of them, so that a workroom shared in the home network is not reachable at any other.
"""

import socket
import sys
from collections.abc import Iterable

import uvicorn


def listening(address: str, port: int) -> socket.socket:
    """A socket that listens at an address of this machine. Raises OSError where it cannot."""
    family = socket.AF_INET6 if ":" in address else socket.AF_INET
    made = socket.socket(family, socket.SOCK_STREAM)
    made.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    made.bind((address, port))
    made.listen(128)
    made.setblocking(False)
    return made


def main(port: int, addresses: Iterable[str]) -> None:
    """Serve until told to stop."""
    sockets = [listening(address, port) for address in addresses]
    config = uvicorn.Config("workroom.asgi:application", log_level="warning", lifespan="off")
    uvicorn.Server(config).run(sockets=sockets)


if __name__ == "__main__":
    main(int(sys.argv[1]), sys.argv[2:] or ["127.0.0.1"])
