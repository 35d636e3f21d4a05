import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'
import { ROOT } from '../lib/install.mjs'

/** One small fault that could be in a file: what stands from `start` to `end` becomes `text`. */
const OPPOSITE = new Map([
  [ts.SyntaxKind.PlusToken, '-'],
  [ts.SyntaxKind.MinusToken, '+'],
  [ts.SyntaxKind.AsteriskToken, '/'],
  [ts.SyntaxKind.SlashToken, '*'],
  [ts.SyntaxKind.LessThanToken, '<='],
  [ts.SyntaxKind.LessThanEqualsToken, '<'],
  [ts.SyntaxKind.GreaterThanToken, '>='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '>'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, '==='],
  [ts.SyntaxKind.AmpersandAmpersandToken, '||'],
  [ts.SyntaxKind.BarBarToken, '&&'],
])
const NAMES = new Map([
  ['min', 'max'],
  ['max', 'min'],
  ['some', 'every'],
  ['every', 'some'],
  ['floor', 'ceil'],
  ['ceil', 'floor'],
])

const isText = (node) => ts.isStringLiteralLike(node) || ts.isTemplateExpression(node)

/** Adding words together is no arithmetic. */
const joinsWords = ({ left, right }) => isText(left) || isText(right)

function mutantsOf(node) {
  if (ts.isBinaryExpression(node) && !joinsWords(node)) {
    const text = OPPOSITE.get(node.operatorToken.kind)
    return text ? [{ node: node.operatorToken, text }] : []
  }
  if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
    return [{ node, text: node.operand.getText() }]
  if (ts.isConditionalExpression(node))
    return [{ node: node.condition, text: `!(${node.condition.getText()})` }]
  if (ts.isIfStatement(node))
    return ['true', 'false'].map((text) => ({ node: node.expression, text }))
  if (ts.isNumericLiteral(node))
    return [{ node, text: String(Number(node.text.replace(/_/g, '')) + 1) }]
  if (node.kind === ts.SyntaxKind.TrueKeyword) return [{ node, text: 'false' }]
  if (node.kind === ts.SyntaxKind.FalseKeyword) return [{ node, text: 'true' }]
  if (ts.isPropertyAccessExpression(node) && NAMES.has(node.name.text))
    return [{ node: node.name, text: NAMES.get(node.name.text) }]
  return []
}

function mutantsIn(file) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  const found = []
  const visit = (node) => {
    if (ts.isTypeNode(node)) return
    for (const { node: part, text } of mutantsOf(node)) {
      const start = part.getStart(source)
      const { line } = source.getLineAndCharacterOfPosition(start)
      found.push({
        file: relative(ROOT, file),
        line: line + 1,
        start,
        end: part.end,
        was: part.getText(source),
        text,
      })
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

/** Every mutant of the core's logic; tables are data and are checked against their sources. */
export function mutantsOfCore() {
  return readdirSync(join(ROOT, 'core'), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /(?<!\.table)\.ts$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()
    .flatMap(mutantsIn)
}

/** So many of a list, drawn by a seed (mulberry32): the same seed draws the same ones. */
export function draw(list, count, seed) {
  let state = seed
  const next = () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
  const rest = [...list]
  return Array.from(
    { length: Math.min(count, list.length) },
    () => rest.splice(Math.floor(next() * rest.length), 1)[0],
  )
}
