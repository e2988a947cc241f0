"""Speeds that the issues name, measured on a heavy file; not tests."""
