"""Readers and writers: bytes and text in, bytes and text out."""

from craft.formats.bundle import Bundle, read_bundle, write_making, write_pattern

__all__ = ["Bundle", "read_bundle", "write_making", "write_pattern"]
