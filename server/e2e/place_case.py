"""What the tests of the places beside Fit stand on."""

import contextlib

from selenium.common.exceptions import TimeoutException
from selenium.webdriver.common.action_chains import ActionChains

from e2e.browser_case import BrowserCase
from e2e.test_access import AXE

#: Pairs of texts that lie on each other, and texts that are cut, in what is on the screen now.
_MESS = """
const [within] = arguments
const shown = (e) => { const b = e.getBoundingClientRect(); return b.width > 1 && b.height > 1 }
const own = (e) => [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim())
const texts = [...document.querySelectorAll(`:is(${within}) *`)].filter((e) =>
  own(e) && shown(e) && !e.closest('option, title, .unseen, [aria-hidden=true]'))
const bad = []
const boxes = texts.map((e) => {
  const range = document.createRange()
  range.selectNodeContents(e)
  return [e, range.getBoundingClientRect()]
})
for (const [e, b] of boxes) {
  const says = e.textContent.trim().slice(0, 40)
  if (b.right > innerWidth + 1 || b.left < -1) bad.push('out of the page: ' + says)
  const style = getComputedStyle(e)
  if (e.scrollWidth > e.clientWidth + 2 && style.overflowX === 'hidden' && style.textOverflow !== 'ellipsis')
    bad.push('cut: ' + says)
}
for (let i = 0; i < boxes.length; i++)
  for (let k = i + 1; k < boxes.length; k++) {
    const [[e, a], [f, b]] = [boxes[i], boxes[k]]
    if (e.contains(f) || f.contains(e)) continue
    const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left)
    const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top)
    const [one, two] = [e, f].map((each) => each.textContent.trim().slice(0, 30))
    if (wide > 3 && high > 4) bad.push(one + ' lies on ' + two)
  }
return bad
"""


class PlaceCase(BrowserCase):
    def keys(self, *keys: str) -> None:
        """Press keys where the focus is."""
        ActionChains(self.driver).send_keys(*keys).perform()

    def check(self, where: str) -> None:
        """axe-core finds nothing, and nothing hangs out of the page."""
        self.driver.execute_script(AXE.read_text(encoding="utf-8"))
        found = self.driver.execute_async_script(
            "const done = arguments[0]; axe.run(document, {resultTypes: ['violations']})"
            ".then(r => done(r.violations.map(v => v.id + ': ' + v.nodes[0].html.slice(0, 160))))"
        )
        self.assertEqual(found, [], where)
        sideways = "return document.scrollingElement.scrollWidth <= innerWidth + 1"
        self.assertTrue(self.driver.execute_script(sideways), where)

    def neat(self, within: str, where: str) -> None:
        """No text of what is shown is cut, lies on another or hangs out of the page, once it came to rest."""
        mess: list[str] = []

        def neat_now() -> bool:
            # Drawings take their size when a frame is made, and an answer may come between it and this
            # question: what is found then is never painted, and gone at the next.
            mess[:] = self.driver.execute_script(_MESS, within)
            return not mess

        with contextlib.suppress(TimeoutException):
            self.wait(neat_now, where)
        self.assertEqual(mess, [], where)

    def at_size(self, wide: int, high: int) -> None:
        """Make the page so large."""
        of = {"width": wide, "height": high, "deviceScaleFactor": 1, "mobile": False}
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", of)
        self.addCleanup(self.driver.execute_cdp_cmd, "Emulation.clearDeviceMetricsOverride", {})
