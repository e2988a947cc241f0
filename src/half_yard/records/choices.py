"""Choosing from named options by typing a few letters."""

from __future__ import annotations

from collections.abc import Callable, Sequence

Option = tuple[str, str]
"""A key and its title."""


LATER = "later"
"""Typed where something is chosen that may wait: it is left open on purpose."""


class ChoiceError(ValueError):
    """What was typed names none of the options, or several."""


def read_choice(typed: str, options: Sequence[Option]) -> str:
    """The key of the option that was typed: its title or number in full, or letters only one has.

    Nothing typed gives the empty key. Raises ChoiceError.
    """
    wanted = typed.strip().casefold()
    if not wanted:
        return ""
    for test in (
        lambda title: title == wanted,
        lambda title: title.split(" ", 1)[0] == wanted,
        lambda title: title.startswith(wanted),
        lambda title: wanted in title,
        lambda title: has_words(title, wanted.split(), whole_numbers=True),
        lambda title: has_words(title, wanted.split()),
    ):
        found = list(dict.fromkeys(key for key, title in options if test(title.casefold())))
        if len(found) == 1:
            return found[0]
        if found:
            raise ChoiceError(f"“{typed.strip()}” could be several. Type more of it, or pick from the list.")
    raise ChoiceError(f"“{typed.strip()}” is none of the choices. Pick one from the list.")


def is_later(typed: str) -> bool:
    """Whether what was typed leaves the choice for later."""
    return typed.strip().casefold() == LATER


def choice_title(key: str, options: Sequence[Option]) -> str:
    """The title of an option; the bare key where it is none of them."""
    return dict(options).get(key, key)


def has_words(title: str, words: Sequence[str], *, whole_numbers: bool = False) -> bool:
    """Whether a title has every word; numbers as numbers of their own where that is asked, so that “sail 9”
    is line 9 of the sail loft and not its line 19. All in small letters."""
    own = set(title.replace(":", " ").split()) if whole_numbers else set()
    return all(word in own if whole_numbers and word[:1].isdecimal() else word in title for word in words)


def with_all_words(options: Sequence[Option]) -> Callable[[str], Sequence[Option]]:
    """A search among options: those whose title has every word typed. They are given without their keys,
    which nobody types."""
    titles = [(title.casefold(), ("", title)) for _, title in options]

    def found(typed: str) -> Sequence[Option]:
        words = typed.casefold().split()
        fitting = [(text, option) for text, option in titles if has_words(text, words)]
        if any(word[:1].isdecimal() for word in words):
            fitting.sort(key=lambda item: not has_words(item[0], words, whole_numbers=True))
        return [option for _, option in fitting]

    return found
