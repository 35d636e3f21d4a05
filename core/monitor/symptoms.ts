import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'

/** What people feel, and what it may point to. Not a diagnosis. */
export const SYMPTOMS = [
  'dizzy',
  'headache',
  'nausea',
  'cough',
  'chest',
  'metal_taste',
  'fever',
  'eyes',
  'confused',
] as const
export type Symptom = (typeof SYMPTOMS)[number]
export const SYMPTOM_NAME: Record<Symptom, string> = {
  dizzy: 'Dizzy or light-headed',
  headache: 'Headache',
  nausea: 'Sick to the stomach',
  cough: 'Cough or raw throat',
  chest: 'Tight chest or short of breath',
  metal_taste: 'Sweet or metal taste',
  fever: 'Chills, fever, like flu',
  eyes: 'Burning eyes',
  confused: 'Confused or very tired',
}
/** Call for help at once. */
export const URGENT: readonly Symptom[] = ['chest', 'confused']

export const MAY_BE: Record<Symptom, string> = {
  dizzy: 'Short oxygen or carbon monoxide: leave at once',
  headache: 'Carbon monoxide or too little fresh air',
  nausea: 'Zinc or solvent fume',
  cough: 'Ozone, nitrogen dioxide, fluorides',
  chest:
    'Nitrogen dioxide or cadmium can drown the lungs hours later: doctor today, say what was welded',
  metal_taste: 'Zinc or copper fume; fever may follow tonight',
  fever: 'Fume fever, or cadmium, which begins the same way: see a doctor',
  eyes: 'Ozone, or a flash: both are felt late',
  confused: 'Short oxygen or carbon monoxide: do not go back in',
}

export interface Alarm {
  kind: 'ill' | 'bad_air' | 'monitor'
  symptoms: readonly Symptom[]
  note: string
  by: string
  at: string
}

/** An open alarm stops the job until a lead or instructor clears it. */
export function alarmFinding(alarm: Alarm): Finding {
  const urgent = alarm.symptoms.some((symptom) => URGENT.includes(symptom))
  return {
    code: 'air.alarm',
    step: 'air',
    level: 'stop',
    sentence:
      alarm.kind === 'monitor'
        ? `Air alarm: ${alarm.note}`
        : `${alarm.kind === 'ill' ? 'Someone feels ill' : 'Bad air reported'}.`,
    remedy: urgent
      ? 'Fresh air, call emergency help now, tell them what was welded.'
      : 'Fresh air, tell the lead. See a doctor if it lasts or comes back tonight; take the data sheet along.',
    legal: true,
    reasons: [
      {
        rule: 'Stop when someone feels ill or the air is not clear; cleared by a lead or instructor',
        source: COMMON_PRACTICE,
        inputs: { at: alarm.at, ...(alarm.kind !== 'ill' && { reportedBy: alarm.by }) },
      },
    ],
  }
}
