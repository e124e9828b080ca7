"""What the motor is fed from."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design.models import WHOLE, Record, misfit

CellName = Literal[
    "alkaline_AAA",
    "alkaline_AA",
    "alkaline_C",
    "alkaline_D",
    "zinc_carbon_AA",
    "nimh_AA",
    "nimh_AAA",
    "alkaline_9V",
    "button_LR44",
    "coin_CR2032",
    "lantern_6V",
    "bench_supply",
    "own",
]
Chemistry = Literal["alkaline", "zinc_carbon", "nimh", "lithium_primary", "lithium_ion", "lead_acid"]
UNSAFE_CHEMISTRY = {
    "lithium_ion": "a lithium-ion cell near a short circuit can burn",
    "lead_acid": "a lead-acid cell near a short circuit gives hundreds of amperes and can burst",
}


class OwnCell(Record):
    """A cell that the catalogue does not have, measured by its user."""

    chemistry: Annotated[Chemistry, Field(description="What the cell is made of; a lithium-ion cell is refused.")] = (
        "alkaline"
    )
    volts: Annotated[float, Field(ge=0.5, le=12, description="Open-circuit volts of one cell.")]
    ohms: Annotated[float, Field(ge=0.005, le=100, description="Ohms inside one fresh cell.")]
    mass_g: Annotated[float, Field(ge=0.5, le=2000, description="Mass of one cell in grams.")]
    diameter_mm: Annotated[float, Field(ge=4, le=80, description="Diameter of the round cell.")]
    length_mm: Annotated[float, Field(ge=2, le=200, description="Length over both terminals.")]
    charge_Ah: Annotated[float, Field(ge=0.005, le=50, description="Charge at about 1 A drain, in ampere hours.")]

    @model_validator(mode="after")
    def _only_safe_cells(self) -> Self:
        if self.chemistry in UNSAFE_CHEMISTRY:
            reason = UNSAFE_CHEMISTRY[self.chemistry]
            raise misfit(
                "chemistry",
                self.chemistry,
                "alkaline, zinc_carbon, nimh or lithium_primary",
                f"Refused: {reason}. Choose an alkaline cell.",
            )
        return self


class Supply(Record):
    """What a bench supply is set to."""

    volts: Annotated[float, Field(ge=0, le=30, description="Volts that the supply is set to.")] = 1.5
    limit_A: Annotated[float, Field(ge=0.1, le=20, description="Current limit that the supply is set to.")] = 5.0


class Battery(Record):
    """One cell or a pack, and how it stands; or a bench supply."""

    cell: Annotated[CellName, Field(description="Cell from the catalogue, or own.")] = "alkaline_AA"
    own: Annotated[OwnCell | None, Field(description="The cell's data when cell is own.")] = None
    supply: Annotated[Supply, Field(description="Volts and limit when cell is bench_supply.")] = Supply()
    in_series: Annotated[int, Field(ge=1, le=6, description="Cells one after another; volts and ohms add."), WHOLE] = 1
    in_parallel: Annotated[int, Field(ge=1, le=6, description="Equal strings side by side; ohms divide."), WHOLE] = 1
    terminal_up: Annotated[Literal["+", "-"], Field(description="Terminal that points up.")] = "+"
    used_percent: Annotated[float, Field(ge=0, le=95, description="Share of the charge already used, percent.")] = 0.0

    @model_validator(mode="after")
    def _own_cell_is_complete(self) -> Self:
        if self.cell == "own" and self.own is None:
            raise misfit(
                "own", "nothing", "the data of your cell", "Give volts, ohms, mass, size and charge under own."
            )
        if self.cell != "own" and self.own is not None:
            raise misfit("own", "a cell", f"left out when cell is {self.cell}", 'Set cell to "own" or drop own.')
        return self


def must_stand_alone(battery: Battery, hint: str) -> None:
    """Refuse cells side by side where a single column of cells is what holds or moves.

    Raises
    ------
    PydanticCustomError
        Where there is more than one string of cells.
    """
    if battery.in_parallel > 1:
        raise misfit("battery/in_parallel", battery.in_parallel, "1 where the cell stands alone", hint)
