"""Pictures to send in."""

from io import BytesIO

from PIL import Image


def photo(width=600, height=400, kind="JPEG", mode="RGB", **more) -> bytes:
    file = BytesIO()
    Image.new(mode, (width, height), (200, 190, 170) if mode == "RGB" else 1).save(file, kind, **more)
    return file.getvalue()
