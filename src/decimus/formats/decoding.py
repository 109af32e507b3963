"""Text from bytes whose encoding nobody declares.

Decided by rule, so that the same bytes always give the same text: a mark, UTF-8, UTF-16 by its
zero bytes, then the encoding in which the foreign letters make words. Only what none of these
can read is left to a detector.
"""

from __future__ import annotations

import re

from decimus.errors import TableError

_LOOKED_AT = 400_000
_SAVE_AS = "Save the table as CSV and open that"
_SINGLE_BYTE = ("cp1252", "cp1250", "mac_roman", "cp850", "cp1254", "cp1257")
"""Encodings of one byte a sign, likeliest first."""
_COMMON = frozenset("äöüßéèêëàâáãåæøœçñíìîïóòôõúùûýÄÖÜÉÈÀÁÅÆØÇÑÓÍÚ")
_CENTRAL = frozenset("ąćęłńśźżčďěňřšťůžőűŁŚŹŻČŘŠŽ")
_SIGNS = frozenset("µ°±²³×÷·–—’‘“”„…€£§¼½¾«»•ªº†‰\u00a0®©™¹Ω´¨¸")
_WORD = re.compile(r"[^\W\d_]+", re.UNICODE)


def decoded(content: bytes, where: str) -> str:
    """The text in bytes. Raises TableError where there is none."""
    if content.startswith((b"\xff\xfe\x00\x00", b"\x00\x00\xfe\xff")):
        return content.decode("utf-32", "replace")
    if content.startswith((b"\xff\xfe", b"\xfe\xff")):
        return content.decode("utf-16", "replace")
    if (wide := _without_mark(content)) is not None:
        return content.decode(wide, "replace")
    if b"\x00" in content[:4096]:
        raise TableError("It holds binary data, not text", where=where, remedy=_SAVE_AS)
    try:
        return content.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        if error.start > 0 and _is_cut_short(content, error):
            return content.decode("utf-8-sig", "replace")
    return content.decode(single_byte_encoding(content, where), "replace")


def _is_cut_short(content: bytes, error: UnicodeDecodeError) -> bool:
    """True for UTF-8 of which only the last sign is damaged."""
    before = content[: error.start]
    return error.start >= len(content) - 3 and not before.isascii()


def _without_mark(content: bytes) -> str | None:
    """UTF-16 without its mark: every other byte of plain text is zero."""
    head = content[:4096]
    if len(head) < 4 or b"\x00" not in head:
        return None
    even, odd = head[0::2], head[1::2]
    for encoding, zeros, signs in (("utf-16-le", odd, even), ("utf-16-be", even, odd)):
        if zeros.count(0) * 10 >= 7 * len(zeros) and signs.count(0) == 0:
            return encoding
    return None


def single_byte_encoding(content: bytes, where: str) -> str:
    """The encoding in which foreign letters make words. Raises TableError for binary data."""
    head = content[:4096]
    if sum(byte < 32 and byte not in (9, 10, 11, 12, 13) for byte in head) > 0:
        raise TableError("It holds binary data, not text", where=where, remedy=_SAVE_AS)
    sample = _around_foreign(content)
    if not _is_of_another_script(sample):
        scores = {}
        for rank, encoding in enumerate(_SINGLE_BYTE):
            try:
                text = sample.decode(encoding)
            except UnicodeDecodeError:
                continue
            scores[encoding] = _plausibility(text) - 0.6 * min(rank, 2)
        best = max(scores, key=scores.__getitem__, default="")
        if best and scores[best] >= 0:
            return best
    from charset_normalizer import from_bytes

    found = from_bytes(sample).best()
    return found.encoding if found is not None else "cp1252"


def _around_foreign(content: bytes) -> bytes:
    """Lines with bytes beyond ASCII, as many as are needed to tell."""
    lines = re.findall(rb"[^\r\n]*[\x80-\xff][^\r\n]*", content[:_LOOKED_AT])
    if not lines:
        lines = re.findall(rb"[^\r\n]{0,80}[\x80-\xff][^\r\n]{0,80}", content)
    return b"\n".join(lines[:400])[:40_000]


def _is_of_another_script(sample: bytes) -> bool:
    """True where words consist of foreign letters only, as in Greek, Cyrillic or Chinese."""
    words = re.findall(rb"[A-Za-z\x80-\xff]{3,}", sample)
    foreign = [word for word in words if re.fullmatch(rb"[\x80-\xff]+", word)]
    mixed = [word for word in words if re.search(rb"[\x80-\xff]", word)]
    return len(foreign) > 0 and 2 * len(foreign) >= len(mixed)


def _plausibility(text: str) -> float:
    """How much text looks written: letters inside words, signs beside numbers and units."""
    score = 0.0
    for match in re.finditer(r"[^\x00-\x7f]", text):
        sign, at = match[0], match.start()
        before, after = text[at - 1 : at], text[at + 1 : at + 2]
        in_word = before.isalpha() or after.isalpha()
        if sign in _COMMON:
            score += 2.0 if in_word or not before.strip() else -1.0
            score -= 3.0 * (sign.isupper() and before.islower())
        elif sign in _CENTRAL:
            score += 1.9 if in_word else -1.0
            score -= 3.0 * (sign.isupper() and before.islower())
        elif sign in _SIGNS:
            within = before.isalpha() and after.isalpha() and sign not in "’´·"
            score += -3.0 if within else 1.0
            if sign in "µ°" and (after.isalpha() or not after.strip()):
                score += 1.0
        elif sign in "¡¿":
            score += 0.0
        elif sign.isalpha():
            score += 0.2 if in_word else -2.0
        else:
            score -= 3.0
    return score
