"""The long run: kills, full disks, damaged journals, mutated files and imports. `python -m
benchmarks.long_run`."""
