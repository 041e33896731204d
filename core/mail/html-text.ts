import { Parser } from 'htmlparser2'

/** What ends a line of text. */
const blocks = new Set([
  ...['p', 'div', 'tr', 'li', 'ul', 'ol', 'table', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'section', 'article', 'center'],
  ...['header', 'footer', 'dl', 'dt', 'dd', 'pre', 'hr', 'form'],
])
const unseen = new Set(['style', 'script', 'head', 'title', 'noscript', 'template'])
/** Beyond this a page is no letter. */
const longestText = 60_000

/**
 * The text of a letter written in HTML: a line for each block and row, the cells of a row apart by tabs. What it quotes is marked by `> ` as in
 * plain text; what is hidden, and style and script, are left out. Nothing is fetched or run.
 */
export function textOfHtml(html: string): string {
  const lines: string[] = []
  let line = ''
  let [skipping, quoted, cells] = [0, 0, 0]
  const open: boolean[] = []
  const endLine = () => {
    const whole = line
      .replace(/[^\S\t]+/g, ' ')
      .replace(/ ?\t ?/g, '\t')
      .replace(/^ +| +$/g, '')
    if (whole.trim() !== '' || lines.at(-1) !== '') lines.push(quoted > 0 && whole.trim() !== '' ? `> ${whole}` : whole)
    line = ''
  }
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        const isHidden = unseen.has(name) || /display:\s*none|visibility:\s*hidden/i.test(attributes.style ?? '')
        open.push(isHidden)
        if (isHidden) skipping += 1
        if (name === 'br') return endLine()
        // A block inside a cell does not end the row.
        if (blocks.has(name) && (cells === 0 || name === 'tr' || name === 'table') && line.trim() !== '') endLine()
        if (name === 'blockquote') {
          if (line.trim() !== '') endLine()
          quoted += 1
        }
        if (name === 'td' || name === 'th') {
          if (cells > 0) line += '\t'
          else if (line.trim() === '') line = ''
          cells += 1
        }
        if (name === 'tr') cells = 0
        if (name === 'li') line += '- '
      },
      ontext(text) {
        if (skipping === 0 && lines.length < longestText / 10) line += text.replace(/\s+/g, ' ')
      },
      onclosetag(name) {
        if (open.pop()) skipping -= 1
        if (name === 'tr') cells = 0
        if (blocks.has(name) && (cells === 0 || name === 'tr') && line.trim() !== '') endLine()
        // Rows that belong together stand together: a blank line ends what they share.
        if ((name === 'p' || name === 'table') && cells === 0 && lines.at(-1) !== '') lines.push('')
        if (name === 'blockquote') {
          if (line.trim() !== '') endLine()
          quoted = Math.max(0, quoted - 1)
        }
      },
    },
    { decodeEntities: true },
  )
  parser.end(html.slice(0, 400_000))
  if (line.trim() !== '') endLine()
  return lines.join('\n').slice(0, longestText).trim()
}
