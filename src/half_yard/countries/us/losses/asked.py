"""What is asked about the losses of activities, and of the people who have them."""

from __future__ import annotations

from enum import StrEnum

from half_yard.countries.offered import ManyAnswers, Question


class Standing(StrEnum):
    """What an activity is for the passive loss rules."""

    ACTIVE_RENTAL = "rental with active participation"
    OTHER = "other passive activity"
    INCOME_NOT_PASSIVE = "income not passive, loss passive"
    NOT_PASSIVE = "not passive"


AT_RISK = Question(
    "at_risk", "All investment is at risk", True,
    "Schedule C, line 32; a loan on real property from a bank counts, also without recourse (Form 6198)",
)  # fmt: skip
MATERIAL = Question("material_participation", "The owner takes part materially", True, "Schedule C, line G")
MATERIAL_IN_RENTAL = Question(
    "material_participation", "The owner takes part materially", False,
    "Counts for stays of seven days or fewer, and for real estate professionals (26 U.S.C. 469(c)(7))",
)  # fmt: skip
ACTIVE = Question("active_participation", "The owner takes part actively", True, "26 U.S.C. 469(i)(6)")
SHORT_STAYS = Question(
    "short_stays", "Guests stay seven days or fewer on average", False,
    "Then it is no rental activity for the loss rules (26 CFR 1.469-1T(e)(3)(ii)(A))", anew=True,
)  # fmt: skip
SUSPENDED = Question(
    "suspended_losses", "Losses of earlier years are suspended", False,
    "Type them among what is carried in, for this activity (Form 8582, line 1c)",
)  # fmt: skip
KEPT, SOLD, RELATED, GIFT, DEATH = "kept", "sold", "related", "gift", "death"
ENDED = ManyAnswers(
    "ended_by", "If the owner gave all of it up this year",
    (
        (KEPT, "It was kept"),
        (SOLD, "Sold to a stranger"),
        (RELATED, "Sold to a related person"),
        (GIFT, "Given away"),
        (DEATH, "The owner died"),
    ),
    "Suspended losses are freed by a sale to a stranger (26 U.S.C. 469(g)); left open, the sale of its last "
    "building says it",
    anew=True,
)  # fmt: skip
PROFESSIONAL = Question(
    "real_estate_professional", "Is a real estate professional", False,
    "More than half of all work and more than 750 hours in real property trades (26 U.S.C. 469(c)(7))",
    anew=True,
)  # fmt: skip
ALL_RENTALS_ONE = Question(
    "rentals_as_one", "All rentals are elected to be one activity", False, "26 CFR 1.469-9(g)"
)
LIVED_APART = Question(
    "lived_apart", "Lived apart from the spouse all year", False,
    "Filing separately: then half of the rental allowance is left (26 U.S.C. 469(i)(5))", anew=True,
)  # fmt: skip
AT_RISK_ADDED, AT_RISK_TAKEN = "at_risk_added", "at_risk_taken"
STEP_UP = "step_up"
LAND, SELF_RENTAL = "5 Land", "7 Self-rental"
"""Kinds of property (Schedule E, line 1b) whose income is not passive, while a loss is."""
