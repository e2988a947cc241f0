"""Open formats in and out."""

from half_yard.interop.books_table import BooksRow, books_rows, books_text

__all__ = ["BooksRow", "books_rows", "books_text"]
