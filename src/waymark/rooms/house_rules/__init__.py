"""House rules: what this studio does its own way. Which prompts its call-out asks, how it weighs workmanship."""

from waymark.rooms.house_rules.follow_ups import FollowUpLine
from waymark.rooms.house_rules.service import asked_prompts, choose_prompts, house_of
from waymark.rooms.house_rules.tables import HouseRow

__all__ = ["FollowUpLine", "HouseRow", "asked_prompts", "choose_prompts", "house_of"]
