import { withOwner, type App } from '../app'

/** Every page of the demo, by name, where most of its parts have something to show. */
export async function demoPages(app: App): Promise<{ name: string; path: string }[]> {
  return withOwner(app.ownerUrl, async (client) => {
    const one = async (sql: string): Promise<string> =>
      (await client.query<{ id: string }>(sql)).rows[0]!.id
    const job = await one("SELECT id FROM job WHERE title LIKE 'Hardfacing%'")
    const state = (name: string) => one(`SELECT id FROM permit WHERE state = '${name}' LIMIT 1`)
    return [
      { name: 'today', path: '/' },
      { name: 'jobs', path: '/jobs' },
      { name: 'new job', path: '/jobs/new' },
      { name: 'job', path: `/jobs/${job}` },
      { name: 'card', path: `/jobs/${job}/card` },
      { name: 'permits', path: '/permits' },
      { name: 'draft permit', path: `/permits/${await state('draft')}` },
      { name: 'permit', path: `/permits/${await state('watching')}` },
      { name: 'watch', path: `/watch/${await state('watching')}` },
      { name: 'gear', path: '/gear' },
      {
        name: 'locked machine',
        path: `/gear/machine/${await one("SELECT id FROM gear WHERE label = 'M-09'")}`,
      },
      { name: 'shop', path: '/shop' },
      { name: 'house chart', path: '/shop/chart' },
      { name: 'house rules', path: '/shop/rules' },
      { name: 'accounts', path: '/shop/accounts' },
      { name: 'account', path: '/account' },
      { name: 'sessions', path: '/sessions' },
      {
        name: 'session',
        path: `/sessions/${await one('SELECT id FROM session ORDER BY day DESC LIMIT 1')}`,
      },
      { name: 'my card', path: '/card' },
      { name: 'eyes', path: '/eyes' },
      { name: 'stores', path: '/stores' },
      { name: 'stock', path: `/stores/${await one("SELECT id FROM stock WHERE code = 'LG-9'")}` },
      { name: 'scan', path: '/scan' },
      { name: 'people', path: '/people' },
      {
        name: 'person',
        path: `/people/${await one("SELECT id FROM person WHERE roster_number = 'TH-101'")}`,
      },
      { name: 'air', path: '/air' },
      {
        name: 'hood',
        path: `/air/stations/${await one("SELECT id FROM station WHERE name = 'Booth 10'")}`,
      },
      {
        name: 'air check',
        path: `/jobs/${await one("SELECT id FROM job WHERE title LIKE 'Practice fillets%'")}/air`,
      },
      { name: 'samples', path: '/air/samples' },
      { name: 'own consumables', path: '/air/consumables' },
      { name: 'monitors', path: '/air/monitors' },
      { name: 'courses', path: '/people/courses' },
      { name: 'import', path: '/people/import' },
      {
        name: 'booth',
        path: `/booth/${await one("SELECT code AS id FROM station WHERE name = 'Booth 1'")}`,
      },
    ]
  })
}
