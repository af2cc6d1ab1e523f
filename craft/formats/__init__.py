"""Readers and writers: bytes and text in, bytes and text out."""
