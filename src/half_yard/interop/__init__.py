"""Open formats in and out."""

from half_yard.interop.assets_page import schedule_page
from half_yard.interop.assets_table import assets_text, books_of_assets_text
from half_yard.interop.books_table import BooksRow, books_rows, books_text
from half_yard.interop.sheets_page import sheets_page

__all__ = [
    "BooksRow",
    "assets_text",
    "books_of_assets_text",
    "books_rows",
    "books_text",
    "schedule_page",
    "sheets_page",
]
