"""Stand-ins for outside services: small, simulated, shipped with the program. Nothing here uses a network."""

from half_yard.standins.marketplace import Marketplace, ServiceError
from half_yard.standins.payer_directory import KnownPayer, known_payer

__all__ = ["KnownPayer", "Marketplace", "ServiceError", "known_payer"]
