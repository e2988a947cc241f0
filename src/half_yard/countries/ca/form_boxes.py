"""The payers' slips of businesses and rentals, and where their amounts belong: they are part of what the
books have, not on top of it."""

from half_yard.books import FormKind

FORM_KINDS = (
    FormKind("T4A fees", "T4A fees", "box 048: fees for services", {"business": "sales"}),
    FormKind(
        "T4A commissions", "T4A commissions", "box 020: self-employed commissions", {"business": "sales"}
    ),
    FormKind("T5018", "T5018 contract", "box 22: payments for construction", {"business": "sales"}),
    FormKind("platform", "Platform's summary", "gross of the year", {"business": "sales", "rental": "rents"}),
)
FEES = {"business": "management", "rental": "management"}
"""The lines on which fees that were kept out of a gross count."""
