// npm run strings: every string a person can read on screens, documents, emails and in refusals, with its place; to be read aloud.
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { pathToFileURL } from 'node:url'
import ts from 'typescript'

export interface ProductString {
  file: string
  line: number
  /** Values that are filled in stand as `{}`. */
  text: string
}

/** Attributes that hold no words. */
const wordless = new Set('className d style points transform viewBox stroke fill id key type name path role'.split(' '))
const databaseCalls = /\b(prepare|exec|pragma)\b/

/** Whether a text reads like words rather than like a code, a path or a name of something. */
const readsAsWords = (text: string): boolean => /[a-z]{2,} [a-z]/i.test(text) || /^[A-Z][a-z]+$/.test(text)

/** The strings of one source file that read like words. */
export function stringsOf(file: string, source: string): ProductString[] {
  const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS
  const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true, kind)
  const found: ProductString[] = []
  const take = (node: ts.Node, raw: string) => {
    const text = raw.replace(/\s+/g, ' ').trim()
    if (readsAsWords(text))
      found.push({ file, line: tree.getLineAndCharacterOfPosition(node.getStart()).line + 1, text })
  }
  const walk = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isTaggedTemplateExpression(node) || ts.isLiteralTypeNode(node)) return
    if (ts.isJsxAttribute(node) && wordless.has(node.name.getText())) return
    if (ts.isCallExpression(node) && databaseCalls.test(node.expression.getText())) return
    if (ts.isJsxText(node) || ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node))
      take(node, node.text)
    if (ts.isTemplateExpression(node))
      take(node, node.head.text + node.templateSpans.map(({ literal }) => `{}${literal.text}`).join(''))
    ts.forEachChild(node, walk)
  }
  walk(tree)
  return found
}

/** Every string of the product, file by file. */
export function productStrings(): ProductString[] {
  const listed = execFileSync('git', ['ls-files', 'app/*', 'core/*', 'server/*'], { encoding: 'utf8' }).split('\n')
  const files = listed.filter((file) => /\.tsx?$/.test(file) && !file.includes('.test.'))
  return files.flatMap((file) => stringsOf(file, readFileSync(file, 'utf8')))
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href)
  for (const { file, line, text } of productStrings()) console.log(`${file}:${line}\t${text}`)
