"""Measure the screen: from a moved handle, a typed number, another board to what is painted anew."""

from __future__ import annotations

import sys
import time
from statistics import median, quantiles

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webdriver import WebDriver
from selenium.webdriver.support.ui import WebDriverWait

from tooling.browser import close_browser, open_browser

#: Does something, and resolves with the milliseconds until the verdict's next version is painted.
_PAINTED = """
const [kind, i, done] = arguments
const WAITED = { windows: '.windows', gear: '.gear' }
if (kind === 'quiver') {
  const main = document.querySelector('main')
  const begun = performance.now()
  const seen = new MutationObserver(() => {
    seen.disconnect()
    requestAnimationFrame(() => setTimeout(() => done(performance.now() - begun)))
  })
  seen.observe(main, { attributes: true, attributeFilter: ['data-loads'] })
  document.querySelectorAll('.owned input[type=checkbox]')[i % 4].click()
  return
}
const verdict = document.querySelector(WAITED[kind] ?? '.verdict')
// Another board than the one that lies there.
const others = [...document.querySelectorAll('.boards .hung')].filter(
  (board) => board.dataset.board !== verdict.dataset.board)
const taken = others[i % 4]
const begun = performance.now()
const seen = new MutationObserver(() => {
  if (kind in WAITED && verdict.dataset.fresh !== 'true') return
  if (kind === 'gear' && verdict.dataset.board !== taken.dataset.board) return
  seen.disconnect()
  requestAnimationFrame(() => setTimeout(() => done(performance.now() - begun)))
})
const told = { windows: ['data-fresh'], gear: ['data-board', 'data-fresh'] }[kind] ?? ['data-version']
seen.observe(verdict, { attributes: true, attributeFilter: told })
if (kind === 'gear') {
  taken.click()
} else if (kind !== 'number') {
  const key = i % 8 < 4 ? 'ArrowRight' : 'ArrowLeft'
  const handle = document.querySelector('.ruler [role=slider]')
  handle.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
} else {
  const named = (label) => label.textContent.trim() === 'Mass' && label.htmlFor
  const field = [...document.querySelectorAll('.editor label')].find(named)
  const input = document.getElementById(field.htmlFor)
  input.value = String(60 + (i % 30))
  input.dispatchEvent(new Event('input', { bubbles: true }))
  // The field takes a number with Enter, once it knows what was typed.
  const enter = new KeyboardEvent('keydown', { key: 'Enter', bubbles: true })
  requestAnimationFrame(() => input.dispatchEvent(enter))
}
"""


#: Additions of a fixed sum, and how often it is taken.
_SUM, _SUMS = 100_000, 100


def _watch_the_machine() -> None:
    """Print how long a fixed sum takes while nothing of ours runs: where it differs from the last run, so do
    all the other times."""
    taken = []
    for _ in range(_SUMS):
        begun, total = time.perf_counter(), 0
        for i in range(_SUM):
            total += i * i
        taken.append(1e3 * (time.perf_counter() - begun))
    said = f"median {median(taken):5.1f} ms   95th percentile {quantiles(taken, n=20)[-1]:5.1f} ms"
    print(f"  {'the machine: a fixed sum':<28} {said}")


def _open(driver: WebDriver, port: int) -> None:
    driver.get(f"http://127.0.0.1:{port}/")
    wait = WebDriverWait(driver, 20)
    door = "//button[contains(., 'demo shop')]"
    wait.until(lambda d: d.find_elements(By.XPATH, door))[0].click()
    wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, ".hung"))
    wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, ".verdict[data-version]"))
    driver.find_element(By.CSS_SELECTOR, "[data-card='1'] > button").click()
    wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, "[data-card='1'] .editor input"))


#: What is measured: a name, and the milliseconds within which it has to be painted.
_FEW = (("handle", 100), ("number", 100), ("windows", 500))
_MANY = (("handle", 250), ("number", 250))
_GEAR = (("gear", 120),)
_QUIVER = (("quiver", 150),)
#: Boards that are added to those of the demo's surfer with most of them: six in all.
_MORE = ("Skua 6'4 x 19 x 2 1/2", "Gannet 9'1 x 22 1/2 x 2 7/8")
_SAYS = {
    "windows": "handle to painted windows",
    "gear": "board to fins, builds, sum",
    "quiver": "by choice to a painted map",
}

#: Moves the pointer over the handle once a frame for two seconds; resolves with frames a second.
_DRAG = """
const done = arguments[0]
const handle = document.querySelector('.ruler [role=slider]')
const box = handle.getBoundingClientRect()
const [x, y] = [box.x + box.width / 2, box.y + 10]
const fire = (kind, at, to) => to.dispatchEvent(
  new PointerEvent(kind, { bubbles: true, clientX: at, clientY: y, pointerId: 1 }))
fire('pointerdown', x, handle)
const begun = performance.now()
let frames = 0
const frame = () => {
  frames += 1
  const past = performance.now() - begun
  if (past > 2000) {
    fire('pointerup', x, window)
    done((frames / past) * 1000)
    return
  }
  fire('pointermove', x + 40 * Math.sin(past / 150), window)
  requestAnimationFrame(frame)
}
requestAnimationFrame(frame)
"""


def _measure(driver: WebDriver, what: tuple[tuple[str, int], ...], rounds: int) -> None:
    for kind, wanted in what:
        # What the last round left to be searched is waited for: it is not what is measured here. The gear
        # face stands where the windows do.
        if kind not in ("gear", "quiver"):
            WebDriverWait(driver, 30).until(
                lambda d: (
                    d.find_elements(By.CSS_SELECTOR, ".windows[data-fresh=true]")
                    and d.find_elements(By.CSS_SELECTOR, "[data-next]")
                )
            )
        taken = [driver.execute_async_script(_PAINTED, kind, i) for i in range(rounds + 5)][5:]
        p95 = quantiles(taken, n=20)[-1]
        said = f"median {median(taken):5.0f} ms   95th percentile {p95:5.0f} ms"
        to = _SAYS.get(kind, f"{kind} to painted verdict")
        print(f"  {to:<28} {said}   {p95 / wanted:.2f} of {wanted} ms")


def _quiver(driver: WebDriver, port: int, rounds: int) -> None:
    """The map of six boards, drawn anew after a change of one."""
    driver.get(f"http://127.0.0.1:{port}/quiver")
    wait = WebDriverWait(driver, 20)
    choice = wait.until(lambda d: d.find_element(By.CSS_SELECTOR, "[aria-label='Whose boards']"))
    choice.send_keys("Salome Firth")
    wait.until(lambda d: len(d.find_elements(By.CSS_SELECTOR, ".owned")) == 4)
    for count, line in enumerate(_MORE, start=5):
        driver.find_element(By.CSS_SELECTOR, "[aria-label='One more board, as a line']").send_keys(
            line, Keys.ENTER
        )
        there = f".owned:nth-child({count})"
        wait.until(lambda d, there=there: d.find_elements(By.CSS_SELECTOR, there))  # type: ignore[misc]
    _measure(driver, _QUIVER, rounds)


def main(port: int, rounds: int, many: bool) -> None:
    """Print median and 95th percentile for each.

    Args:
        many: whether the rack is a large one.
    """
    _watch_the_machine()
    driver = open_browser()
    try:
        driver.set_script_timeout(30)
        _open(driver, port)
        _measure(driver, _MANY if many else _FEW, rounds)
        if not many:
            driver.find_element(By.XPATH, "//*[@class='faces']/button[normalize-space(.)='gear']").click()
            WebDriverWait(driver, 20).until(
                lambda d: d.find_elements(By.CSS_SELECTOR, ".gear[data-fresh=true]")
            )
            _measure(driver, _GEAR, rounds)
            driver.find_element(By.XPATH, "//*[@class='faces']/button[normalize-space(.)='flat']").click()
        frames = driver.execute_async_script(_DRAG)
        if not many:
            _quiver(driver, port, rounds)
        print(
            f"  {'the handle dragged':<28} {frames:.0f} frames a second   {30 / frames:.2f} of one in 1/30 s"
        )
    finally:
        close_browser(driver)
    _watch_the_machine()


if __name__ == "__main__":
    main(int(sys.argv[1]), int(sys.argv[2]), len(sys.argv) > 3)
