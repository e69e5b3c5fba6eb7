"""Goal in the browser: a position carried to another use, a crank chosen by its hip angle, pads, and all of it kept."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.conftest import Room
from tests.browser.test_sheet import at, cell


def figures(page: Page, step: str) -> list[str]:
    row = page.locator(".chain .step").filter(has=page.get_by_role("button", name=step, exact=True))
    return [" ".join(x.split()) for x in row.locator(".pair").all_inner_texts()]


def test_a_road_position_is_carried_to_gravel_and_given_shorter_cranks(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Halvard Stroud", "goal"))
    uses = page.get_by_role("radiogroup", name="Use")
    expect(uses).to_be_visible()
    hand = [int(x.replace("−", "-")) for x in cell(page, "hand", "goal").split()]
    uses.get_by_text("Gravel", exact=True).click()
    expect(page.locator(".chain .step .what strong").first).to_have_text("Road to gravel")
    saddle_by, hand_by = figures(page, "Road to gravel")
    moved = [int(x.replace("−", "-").replace("+", "")) for x in hand_by.split()]
    assert cell(page, "hand", "goal") == f"{hand[0] + moved[0]} {hand[1] + moved[1]}"
    assert saddle_by != "0 0"
    # The other school stands in the same step, with what the hand would do by it; chosen, it is the step.
    page.get_by_role("button", name="Road to gravel", exact=True).click()
    body = page.get_by_role("radiogroup", name="School").get_by_text("By the body")
    told = body.inner_text().split("hand ")[1]
    body.click()
    expect(page.locator(".chain .step .pair").nth(1)).to_have_text(told)
    page.get_by_role("button", name="Road to gravel", exact=True).click()
    # A crank by arrow keys along those on sale.
    page.get_by_role("button", name="crank", exact=True).click()
    page.get_by_role("button", name="Crank 175 to 170", exact=True).click()
    page.get_by_role("radio", name="170: hip").focus()
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_role("button", name="Crank 175 to 167.5", exact=True)).to_be_visible()
    expect(page.locator('[data-cell="foot-goal"]')).to_contain_text("167.5")
    # Kept: after a reload the chain stands, and Frame knows that the goal moved.
    page.reload()
    expect(page.get_by_role("button", name="Crank 175 to 167.5", exact=True)).to_be_visible()
    page.get_by_role("button", name="Take out: Road to gravel").click()
    expect(page.get_by_role("button", name="Road to gravel", exact=True)).to_have_count(0)


def test_pads_are_a_step_with_what_they_cost(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Sennen Tregear", "goal"))
    expect(page.get_by_role("heading", name="Arms to pads")).to_be_visible()
    page.get_by_role("button", name="To arm pads, 5° forward", exact=True).click()
    expect(page.get_by_text("brakes and gears are out of reach on the pads")).to_be_visible()
    before = cell(page, "saddle", "goal")
    forward = page.get_by_role("spinbutton", name="Forward about the BB, °")
    forward.fill("6")
    forward.press("Enter")
    expect(page.get_by_role("button", name="To arm pads, 6° forward", exact=True)).to_be_visible()
    assert cell(page, "saddle", "goal") != before
    page.get_by_role("button", name="Park it").click()
    expect(page.get_by_text("Parked; adds nothing.")).to_be_visible()
    expect(page.get_by_role("heading", name="Saddle", exact=False).first).to_be_visible()


def test_a_rider_without_a_bike_is_drawn_on_a_first_guess_that_the_house_begins(demo_room: Room, page: Page) -> None:
    page.goto(f"{demo_room.url}/house")
    page.get_by_role("radiogroup", name="Rules").get_by_text("Schools").click()
    page.get_by_role("radiogroup", name="To another use").get_by_text("by the body").click()
    expect(page.locator('[data-school="translate"]')).to_contain_text("This house’s own.")
    page.goto(at(demo_room, "Wenna Tolland", "goal"))
    expect(page.get_by_text("Not measured yet.")).to_be_visible()
    page.get_by_role("button", name="Take it for the goal").click()
    expect(page.get_by_role("heading", name="A first guess", exact=True)).to_be_visible()
    expect(page.get_by_text("Not measured yet.")).to_have_count(0)
    guess = cell(page, "hand", "goal")
    page.get_by_role("radiogroup", name="Use").get_by_text("Endurance", exact=True).click()
    expect(page.locator('[data-cell="hand-goal"]')).not_to_have_text(guess)
    # What this house takes decides here, and says whose it is.
    page.get_by_role("button", name="Where fitters differ").click()
    use = page.locator(".ask").filter(has_text="To another use")
    expect(use.get_by_role("radio", name="by the body")).to_be_checked()
    use.get_by_text("known offsets").click()
    expect(use).to_contain_text("This file’s own.")
    use.get_by_role("button", name="Back to by the body").click()
    expect(use).not_to_contain_text("This file’s own.")
    # Frames are looked for, and what is planned says what it was made for.
    page.goto(at(demo_room, "Wenna Tolland", "frame"))
    expect(page.locator("[data-line]").first).to_be_visible()
    # The bike as it is stays unmeasured.
    page.goto(at(demo_room, "Wenna Tolland", "measure"))
    expect(page.get_by_text("Nothing read yet.")).to_be_visible()


def test_an_angle_read_on_the_rider_sets_the_dials_and_the_cranks_turn(demo_room: Room, page: Page) -> None:
    page.goto(at(demo_room, "Brona Askwith", "measure"))
    page.get_by_role("tab", name="The rider").click()
    row = page.locator(".read-off li").filter(has_text="knee riding")
    expect(row).to_contain_text("±6°")
    row.get_by_role("button").click()
    expect(page.get_by_role("heading", name="Knee, riding, right")).to_be_visible()
    page.keyboard.type("31")
    page.keyboard.press("Enter")
    expect(row).to_contain_text("±1°")
    expect(page.locator(".read-off")).to_contain_text("Set to knee riding 31°: ")
    page.goto(at(demo_room, "Brona Askwith", "goal"))
    cranks = page.get_by_role("slider", name="Cranks")
    expect(page.locator(".turning .tick")).to_have_count(2)
    drawn = page.locator(".draw .near path").nth(8)
    still = drawn.get_attribute("d")
    page.keyboard.press(".")
    expect(cranks).to_have_attribute("aria-valuenow", "105")
    expect(page.locator(".turning .says")).to_contain_text("crank 105°: knee")
    cranks.focus()
    page.keyboard.press("ArrowRight")
    expect(cranks).to_have_attribute("aria-valuenow", "110")
    cranks.hover()
    page.mouse.wheel(0, -100)
    page.mouse.wheel(0, -100)
    page.mouse.wheel(0, -100)
    expect(cranks).to_have_attribute("aria-valuenow", "95")
    expect(page.locator(".turning .says")).to_contain_text("crank 95°: knee")
    # Escape lets go of them: they rest where the sheet is drawn.
    page.keyboard.press("Escape")
    expect(page.locator(".turning .says")).to_have_count(0)
    expect(drawn).to_have_attribute("d", still or "")
