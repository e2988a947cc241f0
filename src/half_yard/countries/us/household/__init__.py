"""What the household has besides its activities: dependants, other income, deductions, credits, payments."""
