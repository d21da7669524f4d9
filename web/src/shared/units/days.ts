// Days as they are written here: 2026-05-31; read with the day first too, never with the month first.
import type { Read } from './units'

const two = (value: number) => String(value).padStart(2, '0')

/** So many whole days: 1 day, 12 days. */
export function countDays(count: number): string {
  const whole = Math.round(count)
  return whole === 1 ? '1 day' : `${whole} days`
}

/** A day as 2026-05-31. */
export function dayText(day: Date): string {
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`
}

/** Read a day: 2026-05-31, 31.5.2026, 31 5 2026, today, yesterday; none after `latest`, which is now where it is
 * not said. */
export function readDay(text: string, now: Date = new Date(), latest: Date = now): Read<string> {
  const plain = text.trim().toLowerCase()
  if (plain === 'today') return { value: dayText(now) }
  if (plain === 'yesterday')
    return { value: dayText(new Date(now.getFullYear(), now.getMonth(), now.getDate() - 1)) }
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(plain)
  const named = /^(\d{1,2})[. ]+(\d{1,2})[. ]+(\d{4})$/.exec(plain)
  const [year, month, day] = iso
    ? [iso[1], iso[2], iso[3]]
    : named
      ? [named[3], named[2], named[1]]
      : [undefined, undefined, undefined]
  const found = new Date(Number(year), Number(month) - 1, Number(day))
  const real = found.getMonth() === Number(month) - 1 && found.getDate() === Number(day)
  if (!year || !real) return { fault: `“${text}” is no day; write 2026-05-31 or 31.5.2026` }
  if (found > latest)
    return { fault: `“${text}” is ${latest > now ? 'too far off' : 'still to come'}` }
  return { value: dayText(found) }
}
