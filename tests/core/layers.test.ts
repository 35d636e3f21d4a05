import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { ESLint } from 'eslint'
import { describe, expect, it } from 'vitest'
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

describe('what must agree', () => {
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
