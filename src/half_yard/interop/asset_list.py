"""Asset lists of other programs and spreadsheets: read by their headings, one row at a time, nothing lost.

A row that can't be taken says why at its place; the rest of the list stands. What earlier years took is
compared with what this program computes for them."""

from __future__ import annotations

import datetime
import io
import warnings
from collections.abc import Generator, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal, InvalidOperation
from pathlib import Path
from zipfile import ZipFile

from half_yard.countries import compute, pack_for
from half_yard.figures.remembered import Memory
from half_yard.figures.rounding import to_cents
from half_yard.records import Asset, Change, ClientFile, Edit, apply
from half_yard.records.amounts import LARGEST
from half_yard.records.identifiers import fresh_ids
from half_yard.records.naming import same_name
from half_yard.texts import BrokenLine, NotTextError, decoded, quoted, rows_of, to_the_end

DELIMITERS = ",;\t|"
SAMPLE = 4096
MOST_ROWS = 20_000
MOST_COLUMNS = 200
STEP = 200
LARGEST_BYTES = 20_000_000
LARGEST_UNPACKED = 40_000_000
MOST_TAGS = 800_000
"""Of a part of a workbook: 20,000 rows of nine cells have fewer."""
ROLES: Mapping[str, str] = {
    "name": "Asset", "activity": "Activity", "asset_class": "Class", "in_service": "In service",
    "acquired": "Acquired", "cost": "Cost", "prior_depreciation": "Earlier years", "expensed": "Section 179",
    "share": "Business use, %", "disposed": "Left service", "proceeds": "Sold for",
}  # fmt: skip
"""What a column can be: a field of an asset, with its title."""
HEADINGS: Mapping[str, tuple[str, ...]] = {
    "prior_depreciation": ("prior", "accum", "earlier", "to date"),
    "expensed": ("179", "expensed"),
    "share": ("business use", "business %", "bus %", "use %"),
    "in_service": ("service", "placed"),
    "acquired": ("acquired", "purchased", "bought"),
    "disposed": ("disposed", "date sold", "left"),
    "proceeds": ("proceeds", "sold for", "sales price", "selling price"),
    "asset_class": ("class", "life", "category", "kind", "recovery", "type"),
    "cost": ("cost", "basis", "price", "amount"),
    "activity": ("activity", "business", "property name", "schedule", "form"),
    "name": ("description", "name", "asset", "item", "property"),
}
"""Words of headings by role, the most telling first."""
DAYS, AMOUNTS = {"in_service", "acquired", "disposed"}, {"cost", "prior_depreciation", "expensed", "proceeds"}
TOLERANCE = Decimal(1)


class UnreadableListError(ValueError):
    """A file that can't be read as a list at all; the message says why and what to do."""


@dataclass(frozen=True, slots=True)
class ListRow:
    """A row of the list: its line in the file, the asset that it makes or None, and what is wrong with it."""

    line: int
    asset: Asset | None
    problems: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Compared:
    """What earlier years took of a row's asset, as the list says and as it is computed, in dollars."""

    listed: Decimal
    computed: Decimal

    @property
    def differs(self) -> bool:
        """Whether they differ by more than a dollar."""
        return abs(self.listed - self.computed) > TOLERANCE


def read_cells(name: str, data: bytes) -> Generator[int, None, list[list[str]]]:
    """Read the rows of a CSV file or of the first sheet of a workbook, as text; gives the number of rows read
    now and then, and at the end the rows. Raises UnreadableListError."""
    if len(data) > LARGEST_BYTES:
        raise UnreadableListError("It is too large to be a list of assets.")
    kept: list[list[str]] = []
    rows = _workbook_cells(data) if name.casefold().endswith(".xlsx") else _text_cells(data)
    for number, row in enumerate(rows):
        if number % STEP == 0:
            yield number
        last = max((place for place, cell in enumerate(row, 1) if cell.strip()), default=0)
        if last:
            kept.append(row[:last])
        if len(kept) > MOST_ROWS + 1:
            raise UnreadableListError(f"It has more than {MOST_ROWS:,} rows. Divide it.")
    if len(kept) < 2:
        raise UnreadableListError("There is no row beneath the headings. Save the list with its headings.")
    return kept


def cells_of(path: Path) -> list[list[str]]:
    """The rows of a file that is a list, all at once. Raises UnreadableListError, also where it can't be
    opened."""
    try:
        if path.stat().st_size > LARGEST_BYTES:
            raise UnreadableListError("It is too large to be a list.")
        data = path.read_bytes()
    except OSError as error:
        raise UnreadableListError(f"It can't be read: {error.strerror}.") from error
    return to_the_end(read_cells(path.name, data))


def _text_cells(data: bytes) -> Iterator[list[str]]:
    try:
        text = decoded(data)
    except NotTextError as error:
        raise UnreadableListError(f"{error} Save the list as CSV or XLSX, and take that in.") from error
    best = max(DELIMITERS, key=text[:SAMPLE].count)
    for row in rows_of(text, best):
        yield [f"Line {row.line}: {row.why}"] if isinstance(row, BrokenLine) else row[1]


def _workbook_cells(data: bytes) -> Iterator[list[str]]:
    # The library of workbooks takes a quarter of a second to load: only when it is needed.
    from openpyxl import load_workbook  # noqa: PLC0415

    try:
        _see_that_it_is_bounded(data)
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")  # what is odd in a workbook is no concern of standard error
            workbook = load_workbook(io.BytesIO(data), read_only=True, data_only=True)
        sheet = workbook.worksheets[0]
        # What a sheet says of its own size is not to be believed: only rows that are there are read.
        sheet.reset_dimensions()
        for row in sheet.iter_rows(max_row=MOST_ROWS + 2, max_col=MOST_COLUMNS, values_only=True):
            # Most rows of a sheet with a cell at its far end are nothing but nothing.
            yield [_cell_text(cell) for cell in row] if row.count(None) < len(row) else []
    except UnreadableListError:
        raise
    except Exception as error:  # whatever a broken workbook makes the library raise
        raise UnreadableListError(
            "It can't be read as a workbook. Save it as XLSX again, or as CSV."
        ) from error


def _see_that_it_is_bounded(data: bytes) -> None:
    """See that no part of a workbook unpacks to more than a list can be. Raises UnreadableListError."""
    with ZipFile(io.BytesIO(data)) as packed:
        for part in packed.infolist():
            with packed.open(part) as stream:
                text = stream.read(LARGEST_UNPACKED + 1)
            if len(text) > LARGEST_UNPACKED or text.count(b"<") > MOST_TAGS:
                raise UnreadableListError("It unpacks to more than a list of assets can be. Save it as CSV.")


def _cell_text(value: object) -> str:
    match value:
        case None:
            return ""
        case datetime.datetime():
            return value.date().isoformat()
        case float():
            # A workbook holds binary numbers: what it shows is the shortest decimal that is this one.
            return format(Decimal(repr(value)), "f")
    return str(value)


def guess_columns(heading: Sequence[str]) -> dict[str, int]:
    """The column of each role by the words of the headings."""
    found: dict[str, int] = {}
    texts = [cell.casefold().replace("_", " ") for cell in heading]
    for role, words in HEADINGS.items():
        telling = [
            number
            for word in words
            for number, text in enumerate(texts)
            if word in text and number not in found.values()
        ]
        if telling:
            found[role] = telling[0]
    return found


def list_rows(
    file: ClientFile, cells: Sequence[Sequence[str]], columns: Mapping[str, int], activity: str
) -> list[ListRow]:
    """The rows beneath the headings as assets; those that name no activity of the file belong to
    `activity`."""
    return [_row(file, line, cells_, columns, activity) for line, cells_ in enumerate(cells[1:], 2)]


def _row(
    file: ClientFile, line: int, cells: Sequence[str], columns: Mapping[str, int], activity: str
) -> ListRow:
    problems: list[str] = []
    values: dict[str, object] = {}
    for role, number in columns.items():
        text = cells[number].strip() if number < len(cells) else ""
        try:
            values[role] = _read(role, text, file)
        except ValueError as error:
            problems.append(f"{ROLES[role]}: {error}")
    owner = _activity(file, str(values.pop("activity", "")), activity, problems)
    words = str(values.pop("asset_class", ""))
    kind = file.activities[owner].kind if owner in file.activities else ""
    found = pack_for(file.country).assets.find_class(words or str(values.get("name", "")), kind)
    if not found:
        problems.append(f"Class: {quoted(words)} is no class known here; it is left open" if words else
                        "Class: none is named; it is left open")  # fmt: skip
    if values.get("cost") is None:
        return ListRow(line, None, (*problems, "Cost: there is none, so the row is left out"))
    given = {role: value for role, value in values.items() if value is not None}
    asset = Asset.model_validate({"activity": owner, "asset_class": found, **given})
    if asset.prior_depreciation is not None and asset.prior_depreciation > asset.cost:
        problems.append("Earlier years: more than the cost")
    return ListRow(line, asset, tuple(problems))


def _activity(file: ClientFile, named: str, otherwise: str, problems: list[str]) -> str:
    """The activity of that name, or else the one chosen for all rows."""
    if not named:
        return otherwise
    found = next(
        (key for key, item in file.activities.items() if same_name(item.name) == same_name(named)), ""
    )
    if not found:
        problems.append(f"Activity: there is no {quoted(named)}; the one chosen above is taken")
    return found or otherwise


def _read(role: str, text: str, file: ClientFile) -> object:
    """The value of a cell. Raises ValueError."""
    if not text:
        return None if role in DAYS | AMOUNTS | {"share"} else ""
    if role in DAYS:
        return pack_for(file.country).country.calendar(file.tax_year).read(text)
    if role in AMOUNTS:
        amount = _number(text)
        if not 0 <= amount <= LARGEST:
            raise ValueError(f"{quoted(text)} is below zero or too large")
        return to_cents(amount)
    if role == "share":
        share = _number(text.removesuffix("%"))
        percent = share * 100 if share <= 1 and "%" not in text else share
        if not 0 <= percent <= 100:
            raise ValueError(f"{quoted(text)} is no part of the whole")
        return percent.quantize(Decimal("0.0001"))
    return text[:200]


def _number(text: str) -> Decimal:
    plain = text.replace("$", "").replace(",", "").replace(" ", "")
    if plain.startswith("(") and plain.endswith(")"):
        plain = f"-{plain[1:-1]}"
    try:
        number = Decimal(plain)
    except InvalidOperation as error:
        raise ValueError(f"{quoted(text)} is no number") from error
    if not number.is_finite():
        raise ValueError(f"{quoted(text)} is no number")
    return number


def list_edit(file: ClientFile, rows: Iterable[ListRow]) -> Edit:
    """The edit that adds the assets of the rows that make one, in their order."""
    assets = [row.asset for row in rows if row.asset is not None]
    changes = tuple(
        Change(op="add", path=f"/assets/{key}", value=asset.model_dump(mode="json"))
        for asset, key in zip(assets, fresh_ids("assets", file.assets), strict=False)
    )
    return Edit(label=f"{len(changes)} assets taken in", changes=changes)


def settle_prior(file: ClientFile, rows: Sequence[ListRow]) -> tuple[list[ListRow], dict[int, Compared]]:
    """The rows, and by line what earlier years took as listed and as computed, for those that say it.

    Each is computed without what the list says, among all assets of the list and of the file: as the law has
    it, and with each of the questions about it answered. Where an answer makes both agree, the row has that
    answer."""
    kept = {row.line: row.asset for row in rows if row.asset is not None}
    plain = {line: asset.model_copy(update={"prior_depreciation": None}) for line, asset in kept.items()}
    questions = {line: _questions(file, asset) for line, asset in kept.items()}
    settled: dict[int, ListRow] = {row.line: row for row in rows}
    found: dict[int, Compared] = {}
    for answer in ("", *sorted(set().union(*questions.values()))):
        answered = {
            line: asset.model_copy(update={"answers": {answer: True}}) if answer in questions[line] else asset
            for line, asset in plain.items()
        }
        for line, computed in _prior(file, answered).items():
            listed = kept[line].prior_depreciation
            if listed is None or (line in found and not found[line].differs):
                continue
            compared = Compared(listed, computed)
            if not answer:
                found[line] = compared
            elif answer in questions[line] and not compared.differs:
                found[line] = compared
                asset = kept[line].model_copy(update={"answers": {answer: True}})
                settled[line] = replace(settled[line], asset=asset)
    return list(settled.values()), found


def _questions(file: ClientFile, asset: Asset) -> set[str]:
    return {question.key for question in pack_for(file.country).assets.questions(asset.asset_class)}


def _prior(file: ClientFile, assets: Mapping[int, Asset]) -> dict[int, Decimal]:
    """What earlier years took of each by computation, by line; none of those that are stopped."""
    rows = [ListRow(line, asset, ()) for line, asset in assets.items()]
    stories = compute(apply(file, list_edit(file, rows))[0], Memory()).stories
    keys = zip(assets, fresh_ids("assets", file.assets), strict=False)
    return {line: stories[key].prior.amount for line, key in keys if key in stories}
