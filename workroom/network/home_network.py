"""Sharing on the home network: which address this machine has there, and what is said when it is opened
to it."""

import ipaddress
import socket

import segno

# Nobody is asked: a datagram socket that is "connected" towards such a network shows the address it
# would go out from.
TOWARDS = ("192.168.255.254", "10.255.255.254", "172.31.255.254", "169.254.255.254")
# Two rows of a code in one line of letters, by whether the upper and the lower dot are dark.
BLOCKS = {(False, False): "█", (False, True): "▀", (True, False): "▄", (True, True): " "}
WHITE_ON_BLACK, PLAIN = "\x1b[97;40m", "\x1b[0m"


def home_address() -> str | None:
    """This machine’s address in the home network; None where it is in none."""
    for far in TOWARDS:
        with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
            try:
                probe.connect((far, 9))
            except OSError:
                continue
            address = str(probe.getsockname()[0])
        if ipaddress.ip_address(address).is_private and not address.startswith("127."):
            return address
    return None


def chosen(wanted: str) -> str:
    """The address to share at: the one that was named, or the machine’s own. Raises SystemExit with a
    sentence for one that is none, that is not this machine’s, or that belongs to the whole internet."""
    address = wanted or home_address()
    if address is None:
        raise SystemExit(
            "run: this machine is in no home network. Connect it, or name its address: "
            "--share 192.168.1.5"
        )
    try:
        known = ipaddress.ip_address(address)
    except ValueError:
        raise SystemExit(
            f"run: “{address}” is no address of a machine; it looks like 192.168.1.5"
        ) from None
    if known.is_unspecified:
        raise SystemExit("run: name one address of this machine, not all of them.")
    if not known.is_private:
        raise SystemExit(
            f"run: {address} belongs to the internet, not to a home network; nothing is shared there."
        )
    family = socket.AF_INET6 if known.version == 6 else socket.AF_INET
    try:
        with socket.socket(family, socket.SOCK_STREAM) as probe:
            probe.bind((address, 0))
    except OSError:
        raise SystemExit(f"run: {address} is not an address of this machine.") from None
    return address


def url(address: str, port: int) -> str:
    """The address as a browser wants it."""
    return f"http://{f'[{address}]' if ':' in address else address}:{port}"


def code_in_letters(text: str, *, coloured: bool) -> str:
    """A QR code as lines of block letters; ``coloured``: light dots are white and dark ones black,
    whatever the colours of the terminal are."""
    rows = [
        [bool(dot) for dot in row] for row in segno.make(text, micro=False).matrix_iter(border=2)
    ]
    if len(rows) % 2:
        rows.append([False] * len(rows[0]))
    lines = (
        "".join(BLOCKS[upper, lower] for upper, lower in zip(one, other, strict=True))
        for one, other in zip(rows[::2], rows[1::2], strict=True)
    )
    return "\n".join(f"{WHITE_ON_BLACK}{line}{PLAIN}" if coloured else line for line in lines)


def said(address: str, port: int, *, demo: bool, coloured: bool) -> str:
    """What is printed when a workroom is shared: where, the same for a camera, and what it means."""
    where = url(address, port)
    opened = (
        "The demo workroom opens there for everybody with one click (--share-demo)."
        if demo
        else "The demo workroom does not open there with one click; --share-demo would let it."
    )
    return f"""
Shared on your home network at {where}

{code_in_letters(where, coloured=coloured)}

What that means: every device in this network can open the page. To see a workroom one signs in with its
name and password. {opened}
Nothing is encrypted on the way (http): share it only in a network you trust, with a password that you
use nowhere else. At no other address is anything answered; without --share only this machine is.
"""
