const browsers: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Firefox\//, 'Firefox'],
  [/Chrome\//, 'Chrome'],
  [/Safari\//, 'Safari'],
]
const systems: [RegExp, string][] = [
  [/iPhone|iPad/, 'iOS'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/CrOS/, 'ChromeOS'],
  [/Linux/, 'Linux'],
]

/** `Chrome on Windows`: a browser as its owner would recognize it in a list. What a browser says of itself is a hint, never trusted. */
export function deviceWords(userAgent: string): string {
  const named = (list: [RegExp, string][]) => list.find(([pattern]) => pattern.test(userAgent))?.[1]
  const [browser, system] = [named(browsers), named(systems)]
  if (!browser && !system) return 'unknown device'
  return [browser ?? 'a browser', system].filter(Boolean).join(' on ')
}
