// Every text of the page that somebody can read, by the TypeScript compiler's own API: one JSON line each.
import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'

const SOURCE = new URL('../src/', import.meta.url).pathname

/** What the machine reads: classes, paths, keys, ids. */
const QUIET = new Set([
  ...['className', 'class', 'd', 'viewBox', 'transform', 'points', 'style', 'key', 'id', 'href', 'htmlFor', 'type', 'role'],
  ...['rel', 'fill', 'stroke', 'queryKey', 'kind', 'name', 'look', 'tone', 'strokeDasharray', 'markerEnd', 'clipPath', 'd3'],
])

const isSentence = (words) => /[A-Za-z]{2,}[^A-Za-z]+[A-Za-z]{2,}/.test(words)
const isMachine = (words) => /^[\w./:{}#?=&%$*+\[\]()|,<>~^-]+$/.test(words) || /^[MmLlHhVvCcZz\d\s.,{}-]+$/.test(words)

/** A template as it reads, with what is put in as {a hole}. */
const written = (node, file) =>
  node.head.text + node.templateSpans.map((span) => `{${span.expression.getText(file)}}${span.literal.text}`).join('')

/** Whether a text stands where only the machine looks. */
function isQuiet(node) {
  for (let at = node; at.parent; at = at.parent) {
    const { parent } = at
    if (ts.isImportDeclaration(parent) || ts.isTypeNode(parent) || ts.isLiteralTypeNode(parent)) return true
    if (ts.isJsxAttribute(parent)) return QUIET.has(parent.name.getText())
    if (ts.isPropertyAssignment(parent) && parent.initializer === at && QUIET.has(parent.name.getText())) return true
    if (ts.isBinaryExpression(parent) && /^[=!]==?$/.test(parent.operatorToken.getText())) return true
    if (ts.isCaseClause(parent) && parent.expression === at) return true
    if (ts.isElementAccessExpression(parent) && parent.argumentExpression === at) return true
    if (ts.isCallExpression(parent) && /(GET|PUT|POST|DELETE|PATCH|matchMedia|querySelector\w*|addEventListener|closest)$/.test(parent.expression.getText()))
      return true
    if (ts.isJsxElement(parent) || ts.isStatement(parent)) return false
  }
  return false
}

function* textsOf(path) {
  const file = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true, path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS)
  const found = []
  const visit = (node) => {
    let words = ''
    if (ts.isJsxText(node)) words = node.text
    else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) words = node.text
    else if (ts.isTemplateExpression(node)) words = written(node, file)
    words = words.replace(/\s+/g, ' ').trim()
    const says = ts.isJsxText(node) ? /[A-Za-z]{2,}/.test(words) : isSentence(words) && !isMachine(words)
    if (says && (ts.isJsxText(node) || !isQuiet(node)))
      found.push({ words, file: `web/src/${relative(SOURCE, path)}`, line: file.getLineAndCharacterOfPosition(node.getStart(file)).line + 1 })
    ts.forEachChild(node, visit)
  }
  visit(file)
  yield* found
}

const files = readdirSync(SOURCE, { recursive: true })
  .filter((name) => /\.tsx?$/.test(name) && !name.startsWith('test/') && !name.includes('generated'))
  .sort()
for (const name of files) for (const text of textsOf(join(SOURCE, name))) console.log(JSON.stringify(text))
