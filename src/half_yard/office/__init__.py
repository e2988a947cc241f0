"""The office: how its clients stand, who does what, its words, and what it sent."""
