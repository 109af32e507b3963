"""Bytes in and out: tables as text, studies as files, files written whole or not at all."""
