/** Our mark: a small bird with a bright bill. */
export function Mark({ className }: { className?: string }) {
  return (
    <svg viewBox="0 0 40 30" className={className} aria-hidden="true">
      <path d="M3 26c1-9 7-17 16-19 3-4 11-4 13 1 1 3 0 5-2 7-1 8-8 14-17 14-5 0-8-1-10-3z" fill="var(--ink)" />
      <path d="M31 7.500l8 2.500-8 3z" fill="var(--bill)" />
      <circle cx="27.500" cy="8.500" r="2.100" fill="var(--ring)" />
      <circle cx="27.500" cy="8.500" r="0.900" fill="#231c14" />
      <path d="M8 24c5-1 9-4 11-9" fill="none" stroke="var(--plain)" strokeWidth="1.200" strokeLinecap="round" />
    </svg>
  )
}
