"""Pictures to send in."""

from io import BytesIO

from PIL import Image


def photo(width=600, height=400, kind="JPEG", **more) -> bytes:
    file = BytesIO()
    Image.new("RGB", (width, height), (200, 190, 170)).save(file, kind, **more)
    return file.getvalue()
