"""Operations: each loads rows, calls the core, saves in one transaction. Views and commands call these."""

from archtop.studio.actions.bench import press, standing
from archtop.studio.actions.clock import BenchClocks, open_clocks, take_back, take_note
from archtop.studio.actions.cupboard import (
    count_stock,
    cupboard_of_studio,
    for_a_file,
    keep_mould,
    moulds_of_studio,
    put_in,
    put_mould_away,
    take_out,
)
from archtop.studio.actions.faces import (
    AlsoPictured,
    Faces,
    FragileTold,
    Origin,
    PotPictured,
    also_pictured,
    faces_of,
    fragile_of,
    origin_of,
    pot_pictured,
)
from archtop.studio.actions.formulas import fats_of_ours, write_formula
from archtop.studio.actions.house import House, house_of_studio, in_the_house, save_house
from archtop.studio.actions.loaves import (
    StaleSave,
    create_loaf,
    open_plan,
    pour_again,
    previews_of,
    put_away,
    save_loaf,
)
from archtop.studio.actions.photos import add_photo, change_photo, scale_photo
from archtop.studio.actions.rehearsal import Rehearsal, rehearse
from archtop.studio.actions.replan import replan_loaf
from archtop.studio.actions.sharing import BatterOffer, batter_offers
from archtop.studio.actions.shelf import (
    CutAsked,
    ShelfLine,
    Why,
    change_lot,
    cut_from,
    move_lot,
    open_shelf,
    put_on_shelf,
)
from archtop.studio.actions.week import Week, week_from
from archtop.studio.actions.weighing import weighed_otherwise

__all__ = [
    "AlsoPictured",
    "BatterOffer",
    "BenchClocks",
    "CutAsked",
    "Faces",
    "FragileTold",
    "House",
    "Origin",
    "PotPictured",
    "Rehearsal",
    "ShelfLine",
    "StaleSave",
    "Week",
    "Why",
    "add_photo",
    "also_pictured",
    "batter_offers",
    "change_lot",
    "change_photo",
    "count_stock",
    "create_loaf",
    "cupboard_of_studio",
    "cut_from",
    "faces_of",
    "fats_of_ours",
    "for_a_file",
    "fragile_of",
    "house_of_studio",
    "in_the_house",
    "keep_mould",
    "moulds_of_studio",
    "move_lot",
    "open_clocks",
    "open_plan",
    "open_shelf",
    "origin_of",
    "pot_pictured",
    "pour_again",
    "press",
    "previews_of",
    "put_away",
    "put_in",
    "put_mould_away",
    "put_on_shelf",
    "rehearse",
    "replan_loaf",
    "save_house",
    "save_loaf",
    "scale_photo",
    "standing",
    "take_back",
    "take_note",
    "take_out",
    "week_from",
    "weighed_otherwise",
    "write_formula",
]
