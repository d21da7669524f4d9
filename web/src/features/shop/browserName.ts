// What a browser says of itself, in two words that somebody would use.

const SYSTEMS: readonly [RegExp, string][] = [
  [/android/i, 'Android'],
  [/iphone|ipad/i, 'iPhone or iPad'],
  [/windows/i, 'Windows'],
  [/mac os/i, 'Mac'],
  [/linux/i, 'Linux'],
]
const BROWSERS: readonly [RegExp, string][] = [
  [/edg/i, 'Edge'],
  [/firefox/i, 'Firefox'],
  [/chrom/i, 'Chrome'],
  [/safari/i, 'Safari'],
]
const first = (rows: readonly [RegExp, string][], text: string) =>
  rows.find(([sign]) => sign.test(text))?.[1]

/** A browser's name and system; what is not known by its first word. */
export function browserName(text: string): string {
  const parts = [first(BROWSERS, text), first(SYSTEMS, text)].filter(Boolean)
  return parts.join(' on ') || text.split(/[ /]/)[0] || 'a browser that says nothing of itself'
}
