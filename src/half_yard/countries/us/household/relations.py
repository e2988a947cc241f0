"""What is asked of those who live with the household or are supported by it (26 U.S.C. 152)."""

from half_yard.countries.offered import Question

CHILD, STEPCHILD, FOSTER, GRANDCHILD = "child", "stepchild", "foster", "grandchild"
SIBLING, NIECE, PARENT, RELATIVE, OTHER = "sibling", "niece", "parent", "relative", "other"
RELATIONS = (
    (CHILD, "Son or daughter, also adopted"),
    (STEPCHILD, "Stepchild"),
    (FOSTER, "Foster child placed by an agency"),
    (GRANDCHILD, "Grandchild"),
    (SIBLING, "Brother, sister, half or step"),
    (NIECE, "Niece or nephew"),
    (PARENT, "Parent or stepparent"),
    (RELATIVE, "Grandparent, aunt, uncle or in-law"),
    (OTHER, "No relative: lived here all year"),
)
LIKE_CHILDREN = frozenset((CHILD, STEPCHILD, FOSTER, GRANDCHILD, SIBLING, NIECE))
"""Relations of a qualifying child (26 U.S.C. 152(c)(2))."""
OWN_CHILDREN = frozenset((CHILD, STEPCHILD))
"""For a surviving spouse (26 U.S.C. 2(a)(1)(B))."""

STUDENT = Question(
    "student", "Full-time student", False, "in five months of the year: 26 U.S.C. 152(f)(2)", anew=True
)
DISABLED = Question("disabled", "Disabled for good", False, "permanently and totally: 26 U.S.C. 22(e)(3)")
NOT_CAPABLE = Question(
    "not_capable", "Can't care for themselves", False, "Form 2441: also a spouse or a relative", anew=True
)
OWN_SUPPORT = Question(
    "own_support", "Mostly supported themselves", False, "more than half: 26 U.S.C. 152(c)(1)(D)", anew=True
)
SUPPORTED = Question(
    "supported", "Mostly supported by the taxpayers", True,
    "more than half (26 U.S.C. 152(d)(1)(C)): for those who are no qualifying child", anew=True,
)  # fmt: skip
JOINT_RETURN = Question(
    "joint_return", "Files a joint return", False, "not just for a refund: 26 U.S.C. 152(b)(2)", anew=True
)
RESIDENT = Question("resident", "United States citizen or resident", True, "or national: 26 U.S.C. 152(b)(3)")
WORK_NUMBER = Question(
    "work_number",
    "Number is valid for work",
    True,
    "a social security number, no ITIN: 26 U.S.C. 24(h)(7), 32(m)",
)
RELEASED = Question(
    "released", "Claim released to the other parent", False,
    "Form 8332: no child tax credit here, but head of household, earned income, care (26 U.S.C. 152(e))",
    anew=True,
)  # fmt: skip
RECEIVED = Question(
    "received", "Claim received from the other parent", False,
    "Form 8332: then the child tax credit only (26 U.S.C. 152(e))", anew=True,
)  # fmt: skip
QUESTIONS = (
    STUDENT, DISABLED, NOT_CAPABLE, OWN_SUPPORT, SUPPORTED, JOINT_RETURN, RESIDENT, WORK_NUMBER, RELEASED,
    RECEIVED,
)  # fmt: skip
CARE_MONTHS = "care_months"
"""Under which key a taxpayer keeps the months in which they studied full time or could not care for
themselves."""
GROSS_INCOME = "gross_income"
"""Under which key a dependant's gross income stands."""
