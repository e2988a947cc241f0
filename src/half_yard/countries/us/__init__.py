"""The United States: federal income tax of sole proprietors and small landlords, 2021 to 2026."""
