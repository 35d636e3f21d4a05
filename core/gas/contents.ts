import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import { inSentence } from '../finding/wording'
import { nameOfParts, phaseOf } from './composition'
import {
  absolute,
  fullContents,
  plausible,
  sizesContradict,
  volumePerKg,
  waterVolume,
  type CylinderBody,
} from './cylinder'
import { GAS_DATA_SOURCE, type Composition } from './gas.table'
import { LEE_KESLER_SOURCE } from './lee-kesler'
import {
  amountIn,
  ATMOSPHERE,
  COLDEST,
  compressibility,
  GAS_CONSTANT,
  HOTTEST,
  STANDARD_TEMPERATURE,
  STANDARD_VOLUME,
} from './state'
import { carbonDioxideVapour, VAPOUR_SOURCE } from './vapour'

/** What somebody read off a cylinder: by gauge with the temperature, by scale, or both. Pa gauge, K, kg. */
export interface CylinderReading {
  pressure: number | null
  temperature: number | null
  weight: number | null
}

export interface Contents {
  /** m3 at 70 F and one atmosphere; null: unknown. */
  left: number | null
  /** Of a full one, 0 to 1; null: unknown. */
  share: number | null
  finding: Finding
}

/** A gauge is read to a twentieth; a plus behind the test date allows a tenth more. */
const GAUGE_SLACK = 1.05
const PLUS = 1.1
const SCALE_SLACK = 1.1
/** At this part of a full one it is time to think of the next. */
const LOW_SHARE = 0.1
/** Liquid CO2 is gone once the pressure is so far under its vapour pressure; above it by as much, the reading is wrong. */
const LIQUID_GONE = 0.95
const TOO_HIGH = 1.1

const FILLING: Source = published(
  '49 CFR 173.302a: filled to the service pressure at 70 F; plus mark one tenth more',
)
const WEIGHT: Source = published(
  'Acetylene 14.7 ft3/lb and propane 8.66 ft3/lb at 70 F, trade figures; CO2 by its molar mass',
)

export interface ReadingFault {
  path: keyof CylinderReading
  message: string
}

/** Why a reading cannot be right for this cylinder, at its field, or null. */
export function faultOfReading(body: CylinderBody, reading: CylinderReading): ReadingFault | null {
  const { pressure, temperature, weight } = reading
  if (pressure === null && weight === null)
    return { path: 'pressure', message: 'Enter the pressure or the weight.' }
  if (pressure !== null && !(Number.isFinite(pressure) && pressure >= 0))
    return { path: 'pressure', message: 'A gauge shows zero or more.' }
  if (temperature !== null && !(temperature >= COLDEST && temperature <= HOTTEST))
    return { path: 'temperature', message: 'Outside of what a shop sees: -40 to 65 °C.' }
  if (weight !== null && !(Number.isFinite(weight) && weight > 0))
    return { path: 'weight', message: 'A weight is more than zero.' }
  return faultOfPressure(body, reading) ?? faultOfWeight(body, weight)
}

function faultOfPressure(body: CylinderBody, reading: CylinderReading): ReadingFault | null {
  const { pressure, temperature } = reading
  if (pressure === null || temperature === null || body.service === null || !body.parts) return null
  if (phaseOf(body.parts) !== 'permanent') return null
  const perVolume = (at: number, kelvin: number): number | null =>
    safely(() => amountIn(body.parts!, 1, absolute(at), kelvin))
  const there = perVolume(pressure, temperature)
  const full = perVolume(body.service, STANDARD_TEMPERATURE)
  if (full === null) return null
  const most = full * GAUGE_SLACK * (body.plus ? PLUS : 1)
  return there === null || there > most
    ? {
        path: 'pressure',
        message:
          'More than the service pressure allows at this temperature. Read it again; if it is right, stand clear and call the supplier.',
      }
    : null
}

function faultOfWeight(body: CylinderBody, weight: number | null): ReadingFault | null {
  if (weight === null || body.tare === null) return null
  if (weight < body.tare)
    return { path: 'weight', message: 'Less than the empty cylinder weighs. Look at the tare.' }
  if (!body.parts || body.nominal === null) return null
  const most = (body.nominal / volumePerKg(body.parts)) * SCALE_SLACK
  return phaseOf(body.parts) !== 'permanent' && weight - body.tare > most
    ? { path: 'weight', message: 'More than a full one weighs. Look at the tare and the size.' }
    : null
}

function safely<T>(work: () => T): T | null {
  try {
    return work()
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}

const unknown = (sentence: string, remedy: string, reasons: Reason[]): Contents => ({
  left: null,
  share: null,
  finding: {
    code: 'gas.contents',
    step: 'gear',
    level: 'unknown',
    sentence,
    remedy,
    reasons,
  },
})

const BY_PRESSURE: Reason = {
  rule: 'A gas is told by pressure and temperature',
  source: GAS_DATA_SOURCE,
}
const BY_WEIGHT: Reason = { rule: 'Liquid and dissolved gas is told by weight', source: WEIGHT }

/**
 * What is left in a cylinder, by its newest reading.
 * @returns unknown where the gas, the size or the reading is not told, is contradictory, or lies outside of the equations
 */
export function judgeContents(told: CylinderBody, reading: CylinderReading | null): Contents {
  const body = plausible(told)
  if (!body.parts)
    return unknown('What it holds is not told.', 'Read the label and enter the gas.', [
      {
        rule: 'Contents by the label; colour is no label',
        source: published('OSHA 29 CFR 1910.253(b)(1)(ii)'),
      },
    ])
  const permanent = phaseOf(body.parts) === 'permanent'
  if (!reading)
    return unknown(
      'Nobody has read it yet.',
      permanent ? 'Read the gauge and the temperature.' : 'Put it on a scale.',
      [permanent ? BY_PRESSURE : BY_WEIGHT],
    )
  if (sizesContradict(body))
    return unknown(
      'What it holds when full and its water volume do not belong together.',
      'Look at the label and the shoulder again.',
      [BY_PRESSURE],
    )
  const fault = faultOfReading(body, reading)
  if (fault)
    return unknown(`The last reading cannot be right. ${fault.message}`, 'Read it again.', [
      permanent ? BY_PRESSURE : BY_WEIGHT,
    ])
  return permanent ? byPressure(body, body.parts, reading) : byWeight(body, body.parts, reading)
}

function byPressure(body: CylinderBody, parts: Composition, reading: CylinderReading): Contents {
  const { pressure, temperature } = reading
  const volume = waterVolume(body)
  if (pressure === null)
    return unknown('This gas is told by pressure, not by weight.', 'Read the gauge.', [BY_PRESSURE])
  if (temperature === null)
    return unknown('The temperature at the reading is not told.', 'Enter it with the pressure.', [
      BY_PRESSURE,
    ])
  if (volume === null)
    return unknown('Its size is not told.', 'Enter what it holds when full, or its water volume.', [
      BY_PRESSURE,
    ])
  const left = safely(
    () => amountIn(parts, volume, absolute(pressure), temperature) * STANDARD_VOLUME,
  )
  if (left === null)
    return unknown(
      'No answer: the reading is outside of what the gas equations were made for.',
      'Read it again.',
      [BY_PRESSURE],
    )
  const z = compressibility(parts, absolute(pressure), temperature)
  const empty = amountIn(parts, volume, ATMOSPHERE, temperature) * STANDARD_VOLUME
  return known(body, Math.max(0, left - empty), [
    {
      rule: 'Pressure, volume and temperature, with how far the gas is from an ideal one',
      source: LEE_KESLER_SOURCE,
      inputs: {
        gas: nameOfParts(parts),
        gaugePressure: { amount: pressure, unit: 'Pa' },
        gasTemperature: { amount: temperature, unit: 'K' },
        waterVolume: { amount: volume, unit: 'm3' },
        compressibility: Number(z.toFixed(3)),
        asIdeal: {
          amount: (pressure * volume * STANDARD_VOLUME) / (GAS_CONSTANT * temperature),
          unit: 'm3',
        },
      },
    },
    { rule: 'Filled to the service pressure', source: FILLING },
  ])
}

function byWeight(body: CylinderBody, parts: Composition, reading: CylinderReading): Contents {
  if (reading.weight === null)
    return parts.carbonDioxide ? carbonDioxideByPressure(body, parts, reading) : noUse(parts)
  if (body.tare === null)
    return unknown('Its empty weight is not told.', 'Enter the tare that is stamped on it.', [
      BY_WEIGHT,
    ])
  const perKg = volumePerKg(parts)
  return known(body, (reading.weight - body.tare) * perKg, [
    {
      ...BY_WEIGHT,
      inputs: {
        gas: nameOfParts(parts),
        weight: { amount: reading.weight, unit: 'kg' },
        tare: { amount: body.tare, unit: 'kg' },
      },
    },
  ])
}

const noUse = (parts: Composition): Contents =>
  unknown(
    `The pressure does not tell how much ${inSentence(nameOfParts(parts))} is left.`,
    'Put it on a scale.',
    [
      {
        rule: parts.acetylene
          ? 'Acetylene is dissolved in acetone: its pressure follows the temperature'
          : 'While liquid is left, the pressure follows the temperature',
        source: WEIGHT,
      },
    ],
  )

/** While liquid is left, the pressure of CO2 says nothing but the temperature; once it is gone, it falls. */
function carbonDioxideByPressure(
  body: CylinderBody,
  parts: Composition,
  reading: CylinderReading,
): Contents {
  const { pressure, temperature } = reading
  const vapour = temperature === null ? null : carbonDioxideVapour(temperature)
  if (pressure === null || temperature === null || vapour === null)
    return unknown(
      temperature === null
        ? 'Without the temperature the pressure of CO2 says nothing.'
        : 'Below 0 °C and above 31 °C the pressure of CO2 says nothing here.',
      'Put it on a scale.',
      [{ rule: 'Liquid CO2 stands at its vapour pressure', source: VAPOUR_SOURCE }],
    )
  const share = absolute(pressure) / vapour
  const reasons: Reason[] = [
    {
      rule: 'Liquid CO2 stands at its vapour pressure',
      source: VAPOUR_SOURCE,
      inputs: {
        gaugePressure: { amount: pressure, unit: 'Pa' },
        gasTemperature: { amount: temperature, unit: 'K' },
        vapourPressure: { amount: vapour - ATMOSPHERE, unit: 'Pa' },
      },
    },
  ]
  if (share > TOO_HIGH)
    return unknown(
      'The pressure and the temperature do not belong together.',
      'Read both again.',
      reasons,
    )
  if (share >= LIQUID_GONE)
    return unknown(
      'Some liquid is left; the pressure does not tell how much.',
      'Put it on a scale.',
      reasons,
    )
  const volume = body.volume
  const left =
    volume === null
      ? null
      : safely(() => amountIn(parts, volume, absolute(pressure), temperature) * STANDARD_VOLUME)
  const finding: Finding = {
    code: 'gas.contents',
    step: 'gear',
    level: 'caution',
    ...(left !== null && { value: { amount: left, unit: 'm3' } }),
    sentence: 'Its liquid is gone; the rest goes fast.',
    remedy: 'Have the next one ready.',
    reasons,
  }
  return { left, share: shareOf(body, left), finding }
}

function shareOf(body: CylinderBody, left: number | null): number | null {
  const full = fullContents(body)
  return left === null || full === null || !(full > 0) ? null : Math.min(1, left / full)
}

/** More than a full one holds, by so much: its size is not what was told. */
const OVERFULL = 1.2

function known(body: CylinderBody, left: number, reasons: Reason[]): Contents {
  const full = fullContents(body)
  if (!Number.isFinite(left) || (full !== null && left > full * OVERFULL))
    return unknown(
      'That is more than it holds when full, so its size or the reading is wrong.',
      'Look at the size, and read it again.',
      reasons,
    )
  const share = shareOf(body, left)
  const low = left <= 0 || (share !== null && share <= LOW_SHARE)
  return {
    left,
    share,
    finding: {
      code: 'gas.contents',
      step: 'gear',
      level: low ? 'caution' : 'clear',
      value: { amount: left, unit: 'm3' },
      sentence: sentenceOf(left, share),
      ...(low && { remedy: 'Have the next one ready; leave some pressure in this one.' }),
      reasons: low
        ? [...reasons, { rule: 'An empty one is left with some pressure', source: COMMON_PRACTICE }]
        : reasons,
    },
  }
}

function sentenceOf(left: number, share: number | null): string {
  if (left <= 0) return 'It is empty.'
  return share === null ? 'What is left is known.' : `${Math.round(share * 100)} % is left.`
}
