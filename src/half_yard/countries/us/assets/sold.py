"""How an asset leaves service, by key."""

SALE, TRADE, ABANDONED, GIFT, PERSONAL = "sale", "trade", "abandonment", "gift", "personal"
EXCHANGE, CASUALTY = "exchange", "casualty"
DISPOSALS = {
    SALE: "Sold",
    TRADE: "Traded in (equipment)",
    ABANDONED: "Abandoned or scrapped",
    CASUALTY: "Lost by casualty or theft",
    GIFT: "Given away",
    PERSONAL: "Taken for private use",
    EXCHANGE: "Exchanged (real property)",
}
"""The titles. Since 2018 only real property is exchanged without gain (1031(a))."""
