import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ESLint } from 'eslint'
import ts from 'typescript'
import { describe, expect, it } from 'vitest'
import { INPUT_WORDS } from '#core/finding/input-words'
import { MIGRATIONS } from '#server/db/migrations.list'
import { allRoutes } from '#shared/api/all'

const eslint = new ESLint()
const faults = async (filePath: string, code: string): Promise<(string | null)[]> =>
  (await eslint.lintText(code, { filePath }))[0]!.messages.map((message) => message.ruleId)

/** The rules that keep the house in order must themselves hold: a rule that never fires protects nothing. */
describe('layers', () => {
  it.each([
    [
      'core/shade/x.ts',
      "import { ref } from 'vue'\nexport const a = ref(1)\n",
      'no-restricted-imports',
    ],
    [
      'core/shade/x.ts',
      "import { readFileSync } from 'node:fs'\nexport const a = readFileSync\n",
      'no-restricted-imports',
    ],
    ['core/shade/x.ts', "import pg from 'pg'\nexport const a = pg\n", 'no-restricted-imports'],
    [
      'core/shade/x.ts',
      "import { routes } from '../../shared/api/routes'\nexport const a = routes\n",
      'boundaries/dependencies',
    ],
    ['core/shade/x.ts', 'export const a = Date.now()\n', 'no-restricted-globals'],
    [
      'app/stores/x.ts',
      "import { getPool } from '#server/db/pool'\nexport const a = getPool\n",
      'no-restricted-imports',
    ],
    [
      'app/stores/x.ts',
      "import { getPool } from '../../server/db/pool'\nexport const a = getPool\n",
      'boundaries/dependencies',
    ],
    [
      'shared/x.ts',
      "import { getPool } from '../server/db/pool'\nexport const a = getPool\n",
      'boundaries/dependencies',
    ],
    [
      'core/job/job.ts',
      "import { assignShade } from '../shade/shade'\nexport const isArc = assignShade\n",
      'import-x/no-cycle',
    ],
  ])(
    '%s may not: %s',
    async (file, code, rule) => {
      expect(await faults(file, code)).toContain(rule)
    },
    60_000,
  )
  it('lets a lawful file pass', async () => {
    expect(
      await faults(
        'shared/x.ts',
        "import { PROCESSES } from '../core/job/job'\nexport const a = PROCESSES\n",
      ),
    ).toEqual([])
  }, 60_000)
})

/** Each part of the core knows only what stands before it. */
const ORDER = [
  'finding',
  'draws',
  'calendar',
  'electric',
  'stock',
  'exposure',
  'job',
  'gas',
  'inspection',
  'plan',
  'sparks',
  'firewatch',
  'permit',
  'alert',
  'late',
  'muster',
  'keeping',
  'shade',
  'marking',
  'laser',
  'respirator',
  'fume',
  'people',
  'noise',
  'ppe',
  'ventilation',
  'sampling',
  'trend',
  'monitor',
  'hood',
  'air',
  'assessment',
  'readiness',
]
const coreFiles = readdirSync('core', { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && entry.name.endsWith('.ts'))
  .map((entry) => join(entry.parentPath, entry.name))

describe('the order of the core', () => {
  it('names every part of it', () => {
    const parts = readdirSync('core', { withFileTypes: true }).filter((entry) =>
      entry.isDirectory(),
    )
    expect(parts.map((part) => part.name).sort()).toEqual([...ORDER].sort())
  })
  it.each(coreFiles)('%s looks down only', (file) => {
    const own = ORDER.indexOf(file.split('/')[1]!)
    const needed = [...readFileSync(file, 'utf8').matchAll(/from '\.\.\/([a-z-]+)\//g)]
    const above = needed.map(([, part]) => part!).filter((part) => ORDER.indexOf(part) >= own)
    expect(above).toEqual([])
  })
})

/** Names of what goes into judgements, as they stand in the source of the core. */
function inputNames(): string[] {
  const names = new Set<string>()
  const visit = (node: ts.Node): void => {
    const named =
      (ts.isPropertyAssignment(node) || ts.isVariableDeclaration(node)) &&
      node.name.getText() === 'inputs' &&
      node.initializer
    if (named && ts.isObjectLiteralExpression(named))
      for (const property of named.properties)
        if (property.name) names.add(property.name.getText().replace(/'/g, ''))
    ts.forEachChild(node, visit)
  }
  for (const file of coreFiles)
    visit(ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true))
  return [...names]
}

describe('what must agree', () => {
  it('every number behind a reason has words of the trade', () => {
    const names = inputNames()
    expect(names.length).toBeGreaterThan(60)
    expect(names.filter((name) => !(name in INPUT_WORDS))).toEqual([])
  })
  it('migration files and the list that the server carries', () => {
    expect(
      readdirSync('server/db/migrations')
        .map((file) => file.replace('.sql', ''))
        .sort(),
    ).toEqual([...MIGRATIONS])
  })
  it('route files and contracts', () => {
    const files = readdirSync('server/api/v1', { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => join(entry.parentPath, entry.name).replace(/^server\/api\/v1/, ''))
      .map((file) => {
        const [, path, method] = /^(.*)\.(get|post|put|patch|delete)\.ts$/.exec(file)!
        return `${method!.toUpperCase()} ${path!.replace(/\/index$/, '').replace(/\[(\w+)\]/g, '{$1}')}`
      })
    expect(files.sort()).toEqual(
      Object.values(allRoutes)
        .map((route) => `${route.method} ${route.path}`)
        .sort(),
    )
  })
})
