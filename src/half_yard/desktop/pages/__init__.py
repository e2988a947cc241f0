"""The pages, one for each stage of the work."""

from half_yard.desktop.assets.page import AssetsPage
from half_yard.desktop.hand_over.page import HandOverPage
from half_yard.desktop.looking_over.page import LookOverPage
from half_yard.desktop.pages.books import BooksPage
from half_yard.desktop.pages.clients import ClientsPage
from half_yard.desktop.pages.return_page import ReturnPage
from half_yard.desktop.shared.page import SharedPage

__all__ = [
    "AssetsPage",
    "BooksPage",
    "ClientsPage",
    "HandOverPage",
    "LookOverPage",
    "ReturnPage",
    "SharedPage",
]
