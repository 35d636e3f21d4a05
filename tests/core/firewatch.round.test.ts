import { describe, expect, it } from 'vitest'
import { placesToLook, tracesLeft, tracesSeen, type Looked } from '#core/firewatch/round'
import type { InReach } from '#core/firewatch/reach-map'

const near = (thing: string, line: InReach['line'], name = thing): InReach => ({
  thing,
  name,
  metres: 2,
  at: { x: 0, y: 0 },
  line,
  action: '',
  isTold: true,
  hasFarSide: line === 'farSide',
})

// What a fire watch looks at: hot side, far side, below, openings, covered things. Common practice.
describe('what is looked at on a round', () => {
  it('the work first, then what was covered today, each side, and what is in reach', () => {
    const places = placesToLook({
      place: 'Quay',
      inReach: [
        near('wall', 'farSide'),
        near('hatch', 'openings'),
        near('timber', 'moved'),
        near('duct', 'ducts'),
        near('desk', null),
        near('detector', 'detectors'),
      ],
      found: [
        { id: 'a', kind: 'combustible', name: 'Pallet', deed: 'covered' },
        { id: 'b', kind: 'liquid', name: 'Drum', deed: 'removed' },
        { id: 'c', kind: 'opening', name: '', deed: 'closed' },
      ],
      watchers: [{ personId: 'w', side: 'Deck below' }],
    })
    expect(places.map(({ name }) => name)).toEqual([
      'Quay',
      'Pallet',
      'Opening or crack',
      'Deck below',
      'wall',
      'hatch',
      'timber',
      'duct',
    ])
  })
  it('without a plan there is the work; one thing of two lines stands there once', () => {
    const nothing = { place: 'Quay', found: [], watchers: [] }
    expect(placesToLook({ ...nothing, inReach: null })).toHaveLength(1)
    const twice = [near('room', 'farSide'), near('room', 'openings')]
    expect(placesToLook({ ...nothing, inReach: twice })).toHaveLength(2)
  })
  it('no more than one walks in time', () => {
    const many = Array.from({ length: 50 }, (_, i) => near(String(i), 'moved'))
    expect(placesToLook({ place: 'Quay', inReach: many, found: [], watchers: [] })).toHaveLength(20)
  })
  it('what was noticed stays until that place is looked at and quiet', () => {
    const at = (id: string, ...traces: Looked['traces']): Looked => ({ id, name: id, traces })
    expect(tracesLeft([[at('Deck', 'smoke')]])).toEqual(['Smoke: Deck'])
    expect(tracesLeft([[at('Deck', 'smoke')], [at('Deck')]])).toEqual([])
    // A round that tells nothing, or looked elsewhere, has not seen it gone.
    expect(tracesLeft([[at('Deck', 'smoke')], []])).toEqual(['Smoke: Deck'])
    expect(tracesLeft([[at('Deck', 'smoke')], [at('Hatch')]])).toEqual(['Smoke: Deck'])
    expect(tracesLeft([])).toEqual([])
  })
  it('says what was noticed and where', () =>
    expect(
      tracesSeen([
        { id: 'a', name: 'Deck', traces: ['smoke', 'heat'] },
        { id: 'b', name: 'Hatch', traces: [] },
      ]),
    ).toEqual(['Smoke: Deck', 'Heat: Deck']))
})
