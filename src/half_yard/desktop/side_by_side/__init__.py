"""Side by side: what could be otherwise, beside the file; one input over a range; the years ahead."""
