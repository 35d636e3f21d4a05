import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import type { Coating } from '../job/job'

/** What can be seen without a laboratory. `null`: nobody looked. */
export interface Seen {
  label: 'weldable' | 'galvanised' | 'none' | null
  paint: boolean | null
  sheen: 'spangle' | 'dull_grey' | 'gold' | 'bright' | 'mill' | null
  rust: 'yes' | 'never' | null
  heated: 'white_floc' | 'yellow' | 'nothing' | 'not_tried' | null
  arc: 'blue_green' | 'normal' | 'not_tried' | null
}

export interface CoatingQuestion {
  id: keyof Seen
  ask: string
  answers: readonly { value: Seen[keyof Seen]; label: string }[]
}

export const COATING_QUESTIONS: readonly CoatingQuestion[] = [
  {
    id: 'label',
    ask: 'What does the label, stamp or mill sheet say?',
    answers: [
      { value: 'weldable', label: 'Bare or weldable steel' },
      { value: 'galvanised', label: 'Galvanised, G or Z number, plated' },
      { value: 'none', label: 'No label to be found' },
    ],
  },
  {
    id: 'paint',
    ask: 'Any paint, primer, oil or tar?',
    answers: [
      { value: false, label: 'No' },
      { value: true, label: 'Yes' },
    ],
  },
  {
    id: 'sheen',
    ask: 'How does the clean surface look?',
    answers: [
      { value: 'spangle', label: 'Silver, with spangle (frost flowers)' },
      { value: 'dull_grey', label: 'Even dull grey, soft to a file' },
      { value: 'gold', label: 'Gold, yellow or rainbow tint' },
      { value: 'bright', label: 'Bright metal, freshly ground' },
      { value: 'mill', label: 'Blue-black mill scale' },
    ],
  },
  {
    id: 'rust',
    ask: 'Left on a damp floor, does it rust?',
    answers: [
      { value: 'yes', label: 'Yes, red rust' },
      { value: 'never', label: 'Never rusted' },
    ],
  },
  {
    id: 'heated',
    ask: 'A corner heated outdoors, upwind, with a respirator on: what comes up?',
    answers: [
      { value: 'nothing', label: 'Nothing, only scale' },
      { value: 'white_floc', label: 'White floc or threads like cobweb' },
      { value: 'yellow', label: 'Yellow smoke or powder' },
      { value: 'not_tried', label: 'Not tried' },
    ],
  },
  {
    id: 'arc',
    ask: 'Colour of a trial arc?',
    answers: [
      { value: 'normal', label: 'As always' },
      { value: 'blue_green', label: 'Blue-green or otherwise odd' },
      { value: 'not_tried', label: 'Not tried' },
    ],
  },
]

export interface CoatingAnswer {
  verdict: 'coated' | 'plain' | 'unknown'
  coating: Coating
  finding: Finding
}

/**
 * What is on the metal, from what was seen: coated, plain or unknown. One sign of a coating outweighs every sign against it;
 * plain needs a label or two signs that agree and none against. Cadmium and lead look like zinc or paint: only a data sheet or analysis names them.
 * Source: common practice.
 */
export function identifyCoating(seen: Seen): CoatingAnswer {
  const answer = (
    verdict: CoatingAnswer['verdict'],
    coating: Coating,
    level: Finding['level'],
    sentence: string,
    remedy: string,
  ): CoatingAnswer => ({
    verdict,
    coating,
    finding: {
      code: 'air.coatingSeen',
      step: 'air',
      level,
      sentence,
      remedy,
      reasons: [
        {
          rule: 'What is seen, one sign of a coating outweighs the rest',
          source: COMMON_PRACTICE,
          inputs: Object.fromEntries(
            COATING_QUESTIONS.map(({ id, answers }) => [
              id,
              answers.find(({ value }) => value === seen[id])?.label ?? 'not looked at',
            ]),
          ),
        },
      ],
    },
  })
  if (seen.sheen === 'gold' || seen.heated === 'yellow')
    return answer(
      'coated',
      'chromate',
      'stop',
      'Yellow or gold: chromated, over zinc or cadmium. Chromium VI when heated.',
      'Do not heat it. Find the data sheet or have it analysed; cadmium looks the same.',
    )
  const zinc = [
    seen.label === 'galvanised' && 'the label',
    seen.sheen === 'spangle' && 'the spangle',
    seen.sheen === 'dull_grey' && 'the dull grey skin',
    seen.rust === 'never' && 'no rust',
    seen.heated === 'white_floc' && 'white floc',
    seen.arc === 'blue_green' && 'the odd arc',
  ].filter((sign) => sign !== false)
  if (zinc.length)
    return answer(
      'coated',
      'zinc',
      'caution',
      `Treat as zinc coated: ${zinc.join(', ')}.`,
      'Grind back well beyond the weld, exhaust at the arc, P100. Fume fever comes hours later.',
    )
  if (seen.paint)
    return answer(
      'coated',
      'paint',
      'unknown',
      'Painted, primed or oiled: what is in it is not known by looking. Old paint may hold lead.',
      'Data sheet or analysis first; then strip well beyond the weld.',
    )
  const plain = [
    seen.label === 'weldable',
    seen.sheen === 'bright' || seen.sheen === 'mill',
    seen.rust === 'yes',
    seen.heated === 'nothing',
    seen.arc === 'normal',
  ].filter(Boolean).length
  if (seen.paint === false && (seen.label === 'weldable' || plain >= 2))
    return answer(
      'plain',
      'none',
      'clear',
      'No sign of a coating, and more than one sign of plain metal.',
      'Stop if the arc looks odd or white threads rise.',
    )
  return answer(
    'unknown',
    'unknown',
    'unknown',
    'Not enough to go by: treat it as coated.',
    'Answer more, find the mill sheet, or have it analysed by an industrial hygienist.',
  )
}
