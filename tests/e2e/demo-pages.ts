import { withOwner, type App } from '../app'

interface DemoPage {
  name: string
  path: string
  /** Finds what `{id}` in the path stands for. */
  id?: string
}

/** Every page, at a place of the demo where most of its parts have something to show. */
export const DEMO_PAGES: readonly DemoPage[] = [
  { name: 'today', path: '/' },
  { name: 'plan', path: '/plan' },
  { name: 'drawing the plan', path: '/plan/draw' },
  { name: 'wall screen', path: '/plan/wall' },
  { name: 'set up', path: '/begin' },
  { name: 'jobs', path: '/jobs' },
  { name: 'new job', path: '/jobs/new' },
  { name: 'job', path: '/jobs/{id}', id: "SELECT id FROM job WHERE title LIKE 'Hardfacing%'" },
  {
    name: 'card',
    path: '/jobs/{id}/card',
    id: "SELECT id FROM job WHERE title LIKE 'Hardfacing%'",
  },
  { name: 'permits', path: '/permits' },
  { name: 'permits in figures', path: '/permits/statistics' },
  { name: 'board of hot work', path: '/permits/board' },
  {
    name: 'story of a permit',
    path: '/permits/story/{id}',
    id: "SELECT id FROM permit WHERE state = 'closed'",
  },
  {
    name: 'draft permit',
    path: '/permits/{id}',
    id: "SELECT id FROM permit WHERE state = 'draft'",
  },
  { name: 'permit', path: '/permits/{id}', id: "SELECT id FROM permit WHERE state = 'watching'" },
  {
    name: 'printed permit',
    path: '/verify?permit={id}',
    id: "SELECT permit_id || '&hash=' || hash AS id FROM permit_snapshot LIMIT 1",
  },
  { name: 'watch', path: '/watch/{id}', id: "SELECT id FROM permit WHERE state = 'watching'" },
  { name: 'alerts', path: '/alerts' },
  { name: 'everybody out', path: '/muster' },
  { name: 'report of a drill', path: '/muster/{id}', id: 'SELECT id FROM muster' },
  { name: 'entered offline', path: '/waiting' },
  { name: 'alerts of the shop', path: '/shop/alerts' },
  { name: 'records of the shop', path: '/shop/records' },
  { name: 'gear', path: '/gear' },
  { name: 'gear from a file', path: '/gear/import' },
  { name: 'rounds', path: '/rounds' },
  { name: 'opening round', path: '/rounds/opening' },
  {
    name: 'round',
    path: '/rounds/record/{id}',
    id: "SELECT id FROM shop_round WHERE round = 'arrival'",
  },
  { name: 'checklist of a booth', path: '/gear/kinds?kind=booth' },
  { name: 'trends', path: '/gear/trends?by=kind&bar=machine' },
  { name: 'due', path: '/gear/due?until=month' },
  { name: 'checklists', path: '/gear/kinds?kind=machine&look=monthly' },
  { name: 'machine and leads', path: '/gear/power' },
  {
    name: 'look',
    path: '/gear/look/machine/{id}',
    id: "SELECT id FROM gear WHERE label = 'M-11'",
  },
  {
    name: 'machine with leads',
    path: '/gear/machine/{id}?look=monthly',
    id: "SELECT id FROM gear WHERE label = 'M-06'",
  },
  { name: 'rack', path: '/gear/rack' },
  { name: 'gas set', path: '/gear/set' },
  { name: 'delivery', path: '/gear/delivery' },
  { name: 'gas for today', path: '/gear/enough' },
  {
    name: 'set with a wrong part',
    path: '/gear/gasSet/{id}',
    id: "SELECT id FROM gear WHERE label = 'OX-2'",
  },
  {
    name: 'task on a set',
    path: '/gear/run/{id}',
    id: 'SELECT id FROM set_run WHERE result IS NULL',
  },
  {
    name: 'regulator',
    path: '/gear/regulator/{id}',
    id: "SELECT id FROM gear WHERE label = 'R-22'",
  },
  { name: 'rent', path: '/gear/rent' },
  {
    name: 'cylinder',
    path: '/gear/cylinder/{id}',
    id: "SELECT id FROM cylinder WHERE label = 'C-14'",
  },
  {
    name: 'locked machine',
    path: '/gear/machine/{id}',
    id: "SELECT id FROM gear WHERE label = 'M-09'",
  },
  { name: 'shop', path: '/shop' },
  { name: 'house chart', path: '/shop/chart' },
  { name: 'house rules', path: '/shop/rules' },
  { name: 'accounts', path: '/shop/accounts' },
  { name: 'account', path: '/account' },
  { name: 'sessions', path: '/sessions' },
  { name: 'session', path: '/sessions/{id}', id: 'SELECT id FROM session ORDER BY day DESC' },
  { name: 'my card', path: '/card' },
  { name: 'eyes', path: '/eyes' },
  { name: 'stores', path: '/stores' },
  { name: 'stock', path: '/stores/{id}', id: "SELECT id FROM stock WHERE code = 'LG-9'" },
  { name: 'scan', path: '/scan' },
  { name: 'people', path: '/people' },
  {
    name: 'person',
    path: '/people/{id}',
    id: "SELECT id FROM person WHERE roster_number = 'TH-101'",
  },
  { name: 'air', path: '/air' },
  {
    name: 'hood',
    path: '/air/stations/{id}',
    id: "SELECT id FROM station WHERE name = 'Booth 10'",
  },
  {
    name: 'air check',
    path: '/jobs/{id}/air',
    id: "SELECT id FROM job WHERE title LIKE 'Practice fillets%'",
  },
  { name: 'samples', path: '/air/samples' },
  { name: 'own consumables', path: '/air/consumables' },
  { name: 'monitors', path: '/air/monitors' },
  { name: 'courses', path: '/people/courses' },
  { name: 'import', path: '/people/import' },
  {
    name: 'booth',
    path: '/booth/{id}',
    id: "SELECT code AS id FROM station WHERE name = 'Booth 1'",
  },
]

/** Their addresses in one demo, by name. */
export const demoAddresses = (app: App): Promise<Map<string, string>> =>
  withOwner(app.ownerUrl, async (client) => {
    const addresses = new Map<string, string>()
    for (const { name, path, id } of DEMO_PAGES) {
      const found = id ? (await client.query<{ id: string }>(id)).rows[0]!.id : ''
      addresses.set(name, app.url + path.replace('{id}', found))
    }
    return addresses
  })
