import { load as parseHtml } from 'cheerio'
import { headsProblem, readSiteRow, type SiteDescription } from '#core/tender/site'
import type { Tender } from '#core/tender/tender'

export type SiteOrder =
  | { find: 'mark'; text: string; mark: string }
  | {
      find: 'tenders'
      text: string
      description: SiteDescription
      equipment: SiteDescription['lists'][number]['equipment']
    }

export interface SitePage {
  found: { tender: Tender; open: boolean; withdrawn: boolean }[]
  /** The address of the page after it. */
  next: string | null
  /** How many tenders the site says it has. */
  total: number | null
}

/** What a site's page holds by its description, or what is not as described; or only whether something is on it. */
export function readSite(order: SiteOrder): { has: boolean } | SitePage | { problem: string } {
  const page = parseHtml(order.text)
  if (order.find === 'mark') return { has: page(order.mark).length > 0 }
  const { description, equipment } = order
  const table = page(description.table)
  const problem = headsProblem(
    table
      .find('thead th')
      .map((_, head) => page(head).text())
      .get(),
    description,
  )
  if (problem) return { problem: `The page has changed: ${problem}` }
  const found: SitePage['found'] = []
  for (const row of table.find(description.rows).toArray().slice(0, maxRows)) {
    const read = readSiteRow(
      page(row)
        .find('td')
        .map((_, cell) => page(cell).text())
        .get(),
      description,
      equipment,
    )
    if ('problem' in read) return { problem: `The page does not read as it should: ${read.problem}` }
    found.push(read)
  }
  const stated =
    description.total && new RegExp(description.total.pattern).exec(page(description.total.selector).text())
  if (description.total && !stated)
    return { problem: 'The page has changed: it does not say how many tenders there are' }
  return { found, next: page(description.next).attr('href') ?? null, total: stated ? Number(stated[1]) : null }
}

const maxRows = 5_000
