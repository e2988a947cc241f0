"""The demo office: made-up clients whose identity numbers are from ranges that are never issued."""

from half_yard.demo.office import MAIN_FILE, client_files, write_office

__all__ = ["MAIN_FILE", "client_files", "write_office"]
