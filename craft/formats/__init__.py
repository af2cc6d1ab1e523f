"""Readers and writers: bytes and text in, bytes and text out."""

from craft.formats.bundle import Bundle, read_bundle, write_making, write_pattern
from craft.formats.readers import offered, read_file

__all__ = ["Bundle", "offered", "read_bundle", "read_file", "write_making", "write_pattern"]
