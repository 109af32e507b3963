"""The texts of the write-up: as suggested, or as somebody has written them around live parts."""

from __future__ import annotations

from decimus.analysis.results import Results
from decimus.notation import escaped, pieces
from decimus.study.edits import BackToSuggestion, WritePassage
from decimus.study.live_parts import (
    AnyPart,
    ChoicePart,
    Fact,
    FactPart,
    Live,
    OwnPassage,
    OwnWords,
    PairPart,
    Passage,
    Piece,
    TwoSides,
)
from decimus.values import Value
from decimus.wording.figure.captions import suggested_caption
from decimus.wording.letters import lettered
from decimus.wording.once import once
from decimus.wording.spans import Choice, Sentence, Span, Style, Text, plain_text
from decimus.wording.write_up.filling import capitalised
from decimus.wording.write_up.group_sentences import group_sentences
from decimus.wording.write_up.methods import methods_paragraph
from decimus.wording.write_up.parts import part_text, words_of
from decimus.wording.write_up.results_text import results_paragraph

TITLES = {
    Passage.CAPTION: "Caption",
    Passage.RESULTS: "Results",
    Passage.METHODS: "Methods",
    Passage.GROUPS: "Each group in a sentence",
}
_LIVE = "\ufffc"
"""What stands for a live part where only the words around them are compared."""


@once
def suggested(results: Results, which: Passage) -> Sentence:
    """A text as it is suggested."""
    match which:
        case Passage.CAPTION:
            return suggested_caption(results)[1:]
        case Passage.RESULTS:
            if results.comparison is None:
                return (Text(_refusal(results)),)
            return results_paragraph(results)
        case Passage.METHODS:
            return methods_paragraph(results)
        case Passage.GROUPS:
            return group_sentences(results)


def _refusal(results: Results) -> str:
    why = str(results.refusal or "there is nothing to compare").rstrip(".")
    return f"The groups were not compared: {why[:1].lower()}{why[1:]}."


def passage(results: Results, which: Passage) -> Sentence:
    """A text of the write-up: somebody's own where there is one, else as suggested."""
    own = results.question.words.own(which)
    return suggested(results, which) if own is None else written(results, own)


def written(results: Results, own: OwnPassage) -> Sentence:
    """Own words and live parts as spans; choices of the caption stay choices."""
    return tuple(span for spans in spans_of(results, own.pieces) for span in spans)


def spans_of(results: Results, kept: tuple[Piece, ...]) -> tuple[list[Span], ...]:
    """The spans of each piece; a live part at the start of a sentence has a capital letter."""
    found: list[list[Span]] = []
    before = ""
    for piece in kept:
        if isinstance(piece, OwnWords):
            spans = own_spans(piece.text)
        else:
            spans = live_piece(results, piece)
            if not piece.is_frozen and _starts_sentence(before):
                spans = list(capitalised(tuple(spans)))
        found.append(spans)
        before = (before + "".join(span.text for span in spans))[-3:]
    return tuple(found)


def _starts_sentence(before: str) -> bool:
    bare = before.rstrip(" ")
    return not bare or bare[-1] in "\n!?" or (bare[-1] == "." and bare != before)


def own_spans(text: str) -> list[Span]:
    """Words in the light notation as spans."""
    return [
        Text(piece.text, Style.ITALIC if piece.is_italic else Style.PLAIN) for piece in pieces(text)
    ]


def live_piece(results: Results, piece: Live) -> list[Span]:
    """What a live part says now, or where it is frozen or gone, what it said."""
    if piece.is_frozen:
        return _as_last_said(piece)
    if isinstance(piece.what, ChoicePart):
        for span in suggested(results, Passage.CAPTION):
            if isinstance(span, Choice) and span.key == piece.what.key and span.is_printed:
                return [span]
    found = words_of(results, piece.what)
    if found is None:
        return _as_last_said(piece)
    return [Text(span.text, span.style, live=piece.what) for span in found]


def _as_last_said(piece: Live) -> list[Span]:
    if isinstance(piece.what, FactPart) and piece.what.fact is Fact.MATERIAL:
        return [Text(piece.shown, Style.ITALIC, live=piece.what)]
    return [Text(span.text, span.style, live=piece.what) for span in lettered(piece.shown)]


def skeleton(sentence: Sentence) -> str:
    """The words of a suggestion without its live parts."""
    words, last = "", None
    for span in sentence:
        if not span.is_printed:
            continue
        part = part_of(span)
        if part is None:
            words += span.text
        elif part != last:
            words += _LIVE
        last = part
    return words


def pairs_told(sentence: Sentence) -> tuple[TwoSides, ...]:
    """Which pairs of groups a suggestion tells of."""
    parts = (part_of(span) for span in sentence)
    found = ((part.first, part.second) for part in parts if isinstance(part, PairPart))
    return tuple(dict.fromkeys(found))


def part_of(span: Span) -> AnyPart | None:
    """What a span follows; None of plain words."""
    return ChoicePart(span.key) if isinstance(span, Choice) else span.live


def pieces_of(sentence: Sentence) -> tuple[Piece, ...]:
    """A suggestion as words that can be written, and live parts."""
    found: list[Piece] = []
    for span in sentence:
        if not span.is_printed:
            continue
        part, last = part_of(span), found[-1] if found else None
        if part is None:
            text = escaped(span.text)
            text = f"*{text}*" if span.style is Style.ITALIC and text.strip() else text
            if isinstance(last, OwnWords):
                found[-1] = OwnWords(last.text + text)
            else:
                found.append(OwnWords(text))
        elif isinstance(last, Live) and last.what == part:
            found[-1] = Live(part, last.shown + span.text)
        else:
            found.append(Live(part, span.text))
    return tuple(found)


def write(results: Results, which: Passage, found: tuple[Piece, ...]) -> WritePassage:
    """The edit that keeps a text as somebody has written it, looked at beside the suggestion."""
    now = suggested(results, which)
    return WritePassage(
        which=which,
        pieces=found,
        basis=skeleton(now),
        pairs=pairs_told(now),
        question=results.number,
    )


class Doubt(Value, frozen=True):
    """Something about an own text that may no longer be so.

    Args:
        which: of the texts.
        words: what, in a sentence.
        edits: what could be done, each with its label.
    """

    which: Passage
    words: str
    edits: tuple[tuple[str, WritePassage | BackToSuggestion], ...]


@once
def doubts(results: Results) -> tuple[Doubt, ...]:
    """Own texts around which something has changed since they were last looked at."""
    found: list[Doubt] = []
    if results.problem is not None:
        return ()
    for own in results.question.words.passages:
        found += _gone(results, own)
        found += _frozen(results, own)
        now = suggested(results, own.which)
        is_same = skeleton(now) == own.basis and set(pairs_told(now)) == set(own.pairs)
        if own.basis and not is_same:
            said = plain_text(now)
            keep = write(results, own.which, own.pieces)
            back = BackToSuggestion(which=own.which, question=results.number)
            found.append(
                Doubt(
                    own.which,
                    f"What is suggested reads otherwise than when you wrote: “{said}”",
                    (("keep mine", keep), ("take the suggestion", back)),
                )
            )
    return tuple(found)


def _gone(results: Results, own: OwnPassage) -> list[Doubt]:
    gone = [
        piece
        for piece in own.pieces
        if isinstance(piece, Live) and not piece.is_frozen and is_gone(results, piece)
    ]
    if not gone:
        return []
    names = ", ".join(f"“{piece.shown}”" for piece in gone)
    as_words = tuple(
        OwnWords(escaped(piece.shown)) if isinstance(piece, Live) and piece in gone else piece
        for piece in own.pieces
    )
    edit = write(results, own.which, as_words)
    return [
        Doubt(
            own.which,
            f"No longer followed, as it is not there any more: {names}",
            (("keep as my words", edit),),
        )
    ]


def is_gone(results: Results, piece: Live) -> bool:
    """Whether there is nothing of the kind any more."""
    return not live_text(results, piece)


def live_text(results: Results, piece: Live) -> str | None:
    """What a part would say if it was not frozen; None where there is nothing of the kind."""
    if isinstance(piece.what, ChoicePart):
        for span in suggested(results, Passage.CAPTION):
            if isinstance(span, Choice) and span.key == piece.what.key and span.is_printed:
                return span.text
        return None
    return part_text(results, piece.what)


def _frozen(results: Results, own: OwnPassage) -> list[Doubt]:
    found = []
    for number, piece in enumerate(own.pieces):
        if not isinstance(piece, Live) or not piece.is_frozen:
            continue
        now = live_text(results, piece)
        if now is None or now.casefold() == piece.shown.casefold():
            continue  # a capital at the start of a sentence is no change
        live_again = Live(piece.what, now)
        changed = (*own.pieces[:number], live_again, *own.pieces[number + 1 :])
        edit = write(results, own.which, changed)
        found.append(
            Doubt(
                own.which,
                f"You froze “{piece.shown}”, which is “{now}” now",
                (("let it follow again", edit),),
            )
        )
    return found
