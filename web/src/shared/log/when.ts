// Days and hours of sessions, in words.

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** A day: Sat 21 Nov; with the year when it is another one. */
export function shortDay(at: string, now: Date = new Date()): string {
  const day = new Date(at)
  const year = day.getFullYear() === now.getFullYear() ? '' : ` ${day.getFullYear()}`
  return `${DAYS[day.getDay()]} ${day.getDate()} ${MONTHS[day.getMonth()]}${year}`
}

/** The time of day: 07:40. */
export function clock(at: Date): string {
  return `${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`
}
