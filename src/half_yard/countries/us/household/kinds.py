"""Every kind of item, by its key."""

from half_yard.countries.item_kind import ItemKind
from half_yard.countries.us.household.adjusting import ADJUSTING
from half_yard.countries.us.household.crediting import CREDITING
from half_yard.countries.us.household.incomes import INCOMES
from half_yard.countries.us.household.itemized import ITEMIZED

KINDS: dict[str, ItemKind] = {kind.key: kind for kind in (*INCOMES, *ADJUSTING, *ITEMIZED, *CREDITING)}
