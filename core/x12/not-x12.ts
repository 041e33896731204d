/** What a text is that is no X12, in a plain sentence. */
export function notX12(text: string): string {
  const head = (text.startsWith('\xef\xbb\xbf') ? text.slice(3) : text).slice(0, 2000).trimStart()
  if (head === '') return 'The file is empty.'
  if (head.startsWith('%PDF-')) return 'This is a PDF, no X12.'
  if (head.startsWith('PK\x03\x04')) return 'This is a ZIP archive or an office document, no X12.'
  if (text.startsWith('\xff\xfe') || text.startsWith('\xfe\xff') || head.startsWith('I\0S\0A'))
    return 'This is text in UTF-16: X12 is a character for each byte. Save it as plain text.'
  if (/^(UNA|UNB)/.test(head)) return 'This is EDIFACT, another standard than X12.'
  if (/^<\?xml|^<[A-Za-z!]/.test(head))
    return /<html/i.test(head) ? 'This is a web page, no X12.' : 'This is XML, no X12.'
  if (/^[{[]/.test(head)) return 'This looks like JSON, no X12.'
  if ([...head.slice(0, 200)].some((char) => char < ' ' && !'\t\r\n\f\v'.includes(char)))
    return 'This is a binary file, no X12.'
  if (/^(GS|ST)[^\w\s]/.test(head))
    return `This begins with ${head.slice(0, 2)}: the ISA that an interchange begins with is missing.`
  if (/^ISA/.test(head))
    return 'This begins with ISA but is no interchange: the ISA does not have its sixteen elements.'
  return `No ISA was found; the file begins with “${head.slice(0, 40).replace(/[^\x20-\x7e]/g, '?')}”.`
}
