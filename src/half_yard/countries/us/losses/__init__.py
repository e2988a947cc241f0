"""Which losses of activities the law limits: what is at risk, what is passive, and what ended."""
