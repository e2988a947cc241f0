"""What is asked of income that is paid mainly for personal skills or efforts (ITAA 1997 Part 2-42)."""

from __future__ import annotations

from half_yard.asked import Field, FieldKind
from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.au.questions import PERSONAL_SKILLS
from half_yard.countries.offered import Question
from half_yard.records import Activity

GROUP = "Paid for personal skills: who decides, and how"
RESULTS = (
    Question(
        "for_a_result", "Paid to produce a result", False, "of three quarters of the income; s 87-18", GROUP
    ),
    Question("own_tools", "Supplies the tools that are needed", False, "or needs none; s 87-18", GROUP),
    Question("mends_defects", "Liable to mend defects at own cost", False, "s 87-18", GROUP),
)
OTHER_TESTS = (
    Question("unrelated_clients", "Two or more unrelated clients, by offers", False, "s 87-20", GROUP),
    Question("employs", "Others do a fifth of the principal work", False, "s 87-25", GROUP),
    Question("own_premises", "Own premises, apart from home and clients, all year", False, "s 87-30", GROUP),
)
DETERMINATION = Question("determination", "The Commissioner has determined it", False, "s 87-60", GROUP)
QUESTIONS = (*RESULTS, *OTHER_TESTS, DETERMINATION)
ONE_CLIENT, DENIED = "percent_from_one_client", "home_and_associates"


def applies(ask: Ask, activity: str) -> bool:
    """Whether a business is paid mainly for personal skills or efforts."""
    return PERSONAL_SKILLS.of(ask.of(activity_of, activity).answers)


def fields(key: str, activity: Activity) -> list[Field]:
    """What is asked with a number, where it is paid for personal skills."""
    if not PERSONAL_SKILLS.of(activity.answers):
        return []
    path = f"/activities/{key}/facts"
    return [
        Field(f"{path}/{ONE_CLIENT}", "Percent from one client", FieldKind.AMOUNT, optional=True,
              hint="with those near to it"),
        Field(f"{path}/{DENIED}", "Costs of the home and pay of associates", FieldKind.AMOUNT, optional=True,
              hint="rent, interest, rates of the home; for other than principal work: not deductible"),
    ]  # fmt: skip
