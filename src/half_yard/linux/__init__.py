"""The program among the others of a Linux desktop: its entry, icons, file type, description, manual page, and
which packages bring the libraries that it stands on."""
