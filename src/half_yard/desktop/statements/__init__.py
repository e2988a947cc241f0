"""The tray of statement rows: taking statements in, sorting and splitting their rows, the rules."""

from half_yard.desktop.statements.tray_view import TrayView

__all__ = ["TrayView"]
