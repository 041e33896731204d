/** A path with its numbers and tokens taken out, so that all loads are one route: `/loads/:id/act`. Never more than a few hundred of them. */
export function patternOf(path: string): string {
  const [, first = '', ...rest] = path.replace(/\.data$/, '').split('/')
  if (first === 'assets') return '/assets'
  if (!/^[a-z-]*(\.csv|\.svg)?$/.test(first)) return '/other'
  const parts = rest.map((part) => (/^[a-z-]{1,24}(\.svg)?$/.test(part) ? part : ':id'))
  return `/${[first, ...parts].slice(0, 5).join('/')}`.replace(/\/$/, '') || '/'
}
