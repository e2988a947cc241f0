"""What was sent to the client is kept, and the questions in it count as asked on that day."""

from __future__ import annotations

import datetime

from pydantic import JsonValue

from half_yard.records import Change, ClientFile, Edit, Message, next_id
from half_yard.review.asking import open_questions


def keep(file: ClientFile, message: Message, day: datetime.date) -> Edit:
    """The edit that keeps a message; where it went, what waits was asked on this day."""
    path = f"/messages/{next_id('messages', file.messages)}"
    steps = [Change(op="add", path=path, value=message.model_dump(mode="json", exclude_defaults=True))]
    for key, question in open_questions(file).items() if message.went else ():
        if day not in question.asked:
            days: JsonValue = [each.isoformat() for each in (*question.asked, day)]
            steps.append(Change(op="replace", path=f"/questions/{key}/asked", value=days))
    return Edit(label="Letter sent" if message.went else "Letter not sent", changes=tuple(steps))
