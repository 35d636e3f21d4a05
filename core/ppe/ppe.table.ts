import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import { isFlame, type JobSpec, type Process } from '../job/job'
import { needsEars, type NoiseJob } from '../noise/judge'
import type { SiteRules, Supplier, Zone } from './terms'

/** What the piece must be made of or have. */
export interface PpeProperties {
  material?: string
  cuff?: string
  thickness?: string
  height?: string
  class?: string
  fit?: string
}

export interface PpeRule {
  id: string
  zone: Zone
  name: string
  properties: PpeProperties
  reason: string
  /** Where practitioners differ: the school followed here, and the other. */
  school?: string
  supplier: Supplier
  source: Source
  when: (job: PpeJob, site: SiteRules) => boolean
}
export type PpeJob = NoiseJob & Pick<JobSpec, 'position' | 'amps'>

/** Plain cotton comes to its end here; over it full leather is asked for whatever the position (common practice, value chosen by us). */
const HIGH_CURRENT = 300

const SPATTER: readonly Process[] = ['SMAW', 'GMAW', 'FCAW']
const ARC_WELD: readonly Process[] = ['SMAW', 'GMAW', 'FCAW', 'GTAW', 'PAW', 'CAW']
const LOUD: readonly Process[] = ['PAC', 'CAC', 'GRIND']
const hot = (job: PpeJob): boolean =>
  SPATTER.includes(job.process) || job.process === 'CAC' || job.process === 'CAW'
const fine = (job: PpeJob): boolean => job.process === 'GTAW' || job.process === 'PAW'
const flame = (job: PpeJob): boolean => isFlame(job.process)
const awkward = (job: PpeJob): boolean => job.position !== 'bench'
const heavy = (job: PpeJob): boolean =>
  job.process === 'CAC' || (job.amps !== null && job.amps >= HIGH_CURRENT && job.process !== 'SAW')
const chips = (job: PpeJob): boolean => job.grinding || job.process === 'GRIND'
const arcHelmet = (job: PpeJob): boolean => ARC_WELD.includes(job.process) || job.process === 'CAC'
const always = (): boolean => true

const eyesRule = published('OSHA 29 CFR 1910.133(a) and 1910.252(b)(2)')
const clothRule = published('OSHA 29 CFR 1910.252(b)(3); ANSI Z49.1 section 4.3')
const noiseRule = published('OSHA 29 CFR 1910.95')
const laserRule = published('ANSI Z136.1')

/** What to wear, one row a piece. Facts of the trade are marked common practice. */
export const PPE_RULES: readonly PpeRule[] = [
  {
    id: 'glasses',
    zone: 'eyes',
    name: 'Clear safety glasses with side shields',
    properties: {
      class: 'Impact mark on the frame, U6 on the lens',
      fit: 'over-glasses for prescription wearers',
    },
    reason:
      'They stay on under the helmet: it goes up while beads still pop and a neighbour may strike an arc.',
    school: 'Some count on the helmet for impact, some do not; the glasses settle it.',
    supplier: 'shop',
    source: eyesRule,
    when: (job) => !flame(job) && job.process !== 'LBW' && !(chips(job) && awkward(job)),
  },
  {
    id: 'sealed-goggles',
    zone: 'eyes',
    name: 'Sealed clear goggles',
    properties: { class: 'High impact mark (Z87+)', fit: 'sealed all round' },
    reason:
      'Ordinary glasses let sparks and grit in from below when you work overhead, lying or with a cutting disc.',
    supplier: 'shop',
    source: eyesRule,
    when: (job) => chips(job) && awkward(job) && !flame(job),
  },
  {
    id: 'helmet',
    zone: 'face',
    name: 'Welding helmet',
    properties: {
      class: 'Shade as assigned',
      fit: 'sound shell, cover plates both sides, no light leaks',
    },
    reason:
      'The arc burns eyes and skin in seconds; reflected light from pale walls finds every gap.',
    supplier: 'shop',
    source: eyesRule,
    when: arcHelmet,
  },
  {
    id: 'plasma-shield',
    zone: 'face',
    name: 'Face shield or helmet with cutting shade',
    properties: { class: 'Shade as assigned for plasma cutting' },
    reason: 'The cut throws sparks and dross at the face as well as light.',
    supplier: 'shop',
    source: eyesRule,
    when: (job) => job.process === 'PAC',
  },
  {
    id: 'face-shield',
    zone: 'face',
    name: 'Clear face shield',
    properties: { class: 'High impact mark (Z87+)', fit: 'over the glasses or goggles' },
    reason: 'A wheel that breaks comes at the face; glasses cover the eyes only.',
    supplier: 'shop',
    source: eyesRule,
    when: (job) => chips(job) && !arcHelmet(job) && job.process !== 'PAC' && job.process !== 'LBW',
  },
  {
    id: 'laser-eyewear',
    zone: 'eyes',
    name: 'Laser eyewear',
    properties: { class: "OD 7 or more at the beam's wavelength", fit: 'closed at the sides' },
    reason: 'It stays on whenever the key is in, under the helmet and for everyone in the cell.',
    supplier: 'shop',
    source: laserRule,
    when: (job) => job.process === 'LBW',
  },
  {
    id: 'laser-helmet',
    zone: 'face',
    name: 'Laser welding helmet',
    properties: { class: "OD 7 or more at the beam's wavelength", fit: 'over the laser eyewear' },
    reason:
      'The beam is invisible and blinds at once, straight or reflected. A shade number says nothing about it.',
    supplier: 'shop',
    source: laserRule,
    when: (job) => job.process === 'LBW',
  },
  {
    id: 'gas-goggles',
    zone: 'eyes',
    name: 'Gas welding goggles',
    properties: { class: 'Shade as assigned', fit: 'sealed round the eye' },
    reason: 'Sparks come from below; open glasses let them in. Far too light for any arc.',
    supplier: 'shop',
    source: eyesRule,
    when: flame,
  },
  {
    id: 'hard-hat',
    zone: 'head',
    name: 'Hard hat with helmet adapter',
    properties: { class: 'Electrical class where there are live parts' },
    reason: 'Site rule: something can fall.',
    supplier: 'shop',
    source: published('OSHA 29 CFR 1910.135'),
    when: (_, site) => site.hardHat,
  },
  {
    id: 'cap',
    zone: 'head',
    name: 'Cotton cap under the helmet',
    properties: { material: 'Cotton', fit: 'down over the tops of the ears' },
    reason: 'Spatter lands on the scalp and behind the ears.',
    supplier: 'person',
    source: COMMON_PRACTICE,
    when: arcHelmet,
  },
  {
    id: 'plugs',
    zone: 'ears',
    name: 'Ear plugs',
    properties: { class: 'Rated for the noise of the cut', fit: 'fitted, clean' },
    reason: 'Loud work takes hearing for good; overhead, sparks fly into ears.',
    supplier: 'shop',
    source: noiseRule,
    when: (job) => LOUD.includes(job.process) || awkward(job) || job.grinding || needsEars(job),
  },
  {
    id: 'cape',
    zone: 'neck',
    name: 'Flame-resistant neck cover or leather cape',
    properties: { material: 'FR cotton or leather', fit: 'covers neck and shoulders' },
    reason: 'Overhead, lying, in tight spots and at high current the spatter runs down the neck.',
    supplier: 'shop',
    source: clothRule,
    when: (job) => (awkward(job) && job.process !== 'GRIND') || (heavy(job) && hot(job)),
  },
  {
    id: 'jacket',
    zone: 'torso',
    name: 'Welding jacket',
    properties: {
      material: 'FR cotton body, leather sleeves',
      cuff: 'snug, over the glove',
      fit: 'buttoned to the collar, pockets closed',
    },
    reason: 'Sparks, spatter and UV on the chest.',
    school: 'Sleeves alone are worn by some; they leave the body open. Sunblock is no substitute.',
    supplier: 'shop',
    source: clothRule,
    when: (job) => hot(job) && !awkward(job) && !heavy(job),
  },
  {
    id: 'leathers',
    zone: 'torso',
    name: 'Full leather jacket',
    properties: {
      material: 'Leather body and sleeves',
      cuff: 'snug, over the glove',
      fit: 'buttoned to the collar',
    },
    reason: 'Overhead, tight or high-current work drops more metal than cotton withstands.',
    supplier: 'shop',
    source: clothRule,
    when: (job) =>
      (hot(job) && awkward(job)) || (heavy(job) && !flame(job) && job.process !== 'GRIND'),
  },
  {
    id: 'jacket-light',
    zone: 'torso',
    name: 'FR cotton jacket or heavy cotton or wool shirt',
    properties: {
      material: 'FR cotton, heavy cotton or wool',
      cuff: 'buttoned',
      fit: 'long sleeves, collar closed',
    },
    reason: 'Less spatter than stick, the same ultraviolet, flame or sparks.',
    supplier: 'person',
    source: clothRule,
    when: (job) => !hot(job) && !(heavy(job) && !flame(job) && job.process !== 'GRIND'),
  },
  {
    id: 'apron',
    zone: 'torso',
    name: 'Leather apron',
    properties: {
      material: 'Leather',
      height: 'chest to knee',
      fit: 'no gap at the lap when sitting',
    },
    reason: 'The stream of sparks from a disc sets cloth smouldering where you do not see it.',
    supplier: 'shop',
    source: COMMON_PRACTICE,
    when: (job) => chips(job) || job.process === 'CAC',
  },
  {
    id: 'warm',
    zone: 'torso',
    name: 'Wool or cotton layers underneath',
    properties: { material: 'Wool or cotton', fit: 'nothing synthetic next to the skin' },
    reason: 'In the cold people reach for fleece, and fleece melts.',
    supplier: 'person',
    source: COMMON_PRACTICE,
    when: (_, site) => site.season === 'cold',
  },
  {
    id: 'cool',
    zone: 'torso',
    name: 'Thin cotton shirt under the leathers',
    properties: { material: 'Cotton', fit: 'dry spare at hand' },
    reason:
      'In the heat leathers come off when they should not, and sweat-wet clothes conduct. Drink, rest in the shade, change wet gloves and shirt.',
    supplier: 'person',
    source: COMMON_PRACTICE,
    when: (_, site) => site.season === 'hot',
  },
  {
    id: 'sleeves',
    zone: 'arms',
    name: 'Sleeves to the glove, no gap',
    properties: { cuff: 'cuff over glove or glove over cuff' },
    reason: 'A bare wrist is the commonest burn.',
    supplier: 'person',
    source: COMMON_PRACTICE,
    when: always,
  },
  {
    id: 'gauntlets',
    zone: 'hands',
    name: 'Lined leather gauntlets',
    properties: {
      material: 'Heavy leather, lined',
      cuff: 'long gauntlet',
      thickness: 'thick',
      fit: 'dry, no holes at palm or between fingers',
    },
    reason: 'Heat and spatter; dry leather also insulates when you change an electrode.',
    supplier: 'person',
    source: clothRule,
    when: (job) => hot(job) || job.process === 'SAW',
  },
  {
    id: 'hand-shield',
    zone: 'hands',
    name: 'Aluminised back-of-hand shield',
    properties: { material: 'Aluminised FR cloth over leather' },
    reason: 'At high current and when gouging the glowing metal heats through a gauntlet.',
    supplier: 'shop',
    source: COMMON_PRACTICE,
    when: (job) => heavy(job) && hot(job),
  },
  {
    id: 'tig-gloves',
    zone: 'hands',
    name: 'Thin leather gloves',
    properties: { material: 'Goatskin or like', thickness: 'thin', fit: 'dry, no holes' },
    reason: 'The filler has to be fed by feel; thin leather suits only this heat.',
    supplier: 'person',
    source: COMMON_PRACTICE,
    when: (job) => fine(job) || job.process === 'LBW',
  },
  {
    id: 'flame-gloves',
    zone: 'hands',
    name: 'Leather gloves with gauntlet',
    properties: { material: 'Leather, free of oil and grease', cuff: 'gauntlet' },
    reason: 'Slag and hot plate; oil near oxygen ignites.',
    supplier: 'person',
    source: clothRule,
    when: (job) => flame(job) || job.process === 'PAC',
  },
  {
    id: 'grind-gloves',
    zone: 'hands',
    name: 'Close-fitting leather gloves',
    properties: { material: 'Leather', fit: 'close: loose cloth is drawn into the wheel' },
    reason: 'Sparks and sharp edges; nothing that the wheel can catch.',
    supplier: 'person',
    source: COMMON_PRACTICE,
    when: (job) => job.process === 'GRIND',
  },
  {
    id: 'trousers',
    zone: 'legs',
    name: 'Heavy cotton or FR trousers',
    properties: {
      material: 'Heavy cotton or FR cotton',
      cuff: 'no cuffs, or unrolled',
      fit: 'no frays or rips; worn outside the boots',
    },
    reason: 'Cuffs and frays catch sparks and feed a fire.',
    supplier: 'person',
    source: clothRule,
    when: always,
  },
  {
    id: 'knees',
    zone: 'legs',
    name: 'Leather leggings or spats',
    properties: { material: 'Leather', height: 'knee to boot' },
    reason: 'Overhead, lying and gouging the metal falls on legs and feet.',
    supplier: 'shop',
    source: clothRule,
    when: (job) => (awkward(job) && hot(job)) || job.process === 'CAC',
  },
  {
    id: 'boots',
    zone: 'feet',
    name: 'Leather boots',
    properties: {
      material: 'Leather, thick sole',
      height: 'at least 6 in (150 mm), or gaiters',
      fit: 'laces and tongue covered; cotton or wool socks',
    },
    reason: 'Sparks run down the leg and lodge in laces.',
    school:
      'Pull-on, zip or covered leather laces: schools differ; open cloth laces are out in all.',
    supplier: 'person',
    source: COMMON_PRACTICE,
    when: (_, site) => !site.safetyToe,
  },
  {
    id: 'boots-toe',
    zone: 'feet',
    name: 'Leather safety-toe boots',
    properties: {
      material: 'Leather, thick sole',
      height: 'at least 6 in (150 mm), or gaiters',
      class: 'Safety toe (ASTM F2413)',
      fit: 'laces and tongue covered; cotton or wool socks',
    },
    reason: 'Site rule: plate falls on toes. Sparks run down the leg and lodge in laces.',
    school: 'Safety toe is a site rule: required on many sites, optional in some shops.',
    supplier: 'person',
    source: published('OSHA 29 CFR 1910.136'),
    when: (_, site) => site.safetyToe,
  },
]

export interface DoNotWear {
  id: string
  name: string
  reason: string
  when: (job: PpeJob) => boolean
}

/** What must stay off, with the reason. All common practice. */
export const DO_NOT_WEAR: readonly DoNotWear[] = [
  {
    id: 'synthetics',
    name: 'Polyester, nylon, fleece, mesh, sweat pants',
    reason: 'They melt into the skin; half cotton and half polyester burns too.',
    when: always,
  },
  {
    id: 'lighter',
    name: 'Lighter or matches in a pocket',
    reason: 'One spark and the pocket is a fire.',
    when: always,
  },
  {
    id: 'jewellery',
    name: 'Rings, chains, watches',
    reason: 'They heat, catch and conduct.',
    when: always,
  },
  {
    id: 'cuffs',
    name: 'Rolled cuffs, frays, open pockets',
    reason: 'They catch sparks and hold them against you.',
    when: always,
  },
  {
    id: 'tinted',
    name: 'Tinted or polarised glasses under the helmet',
    reason: 'Shades in line add up and the puddle disappears.',
    when: (job) => !flame(job) && job.process !== 'GRIND',
  },
  {
    id: 'rubber-gloves',
    name: "Mechanic's or rubber-coated gloves",
    reason: 'They melt onto the hand.',
    when: always,
  },
  {
    id: 'thin-gloves',
    name: 'Thin TIG gloves',
    reason: 'They burn out in a day on this process.',
    when: hot,
  },
  {
    id: 'gas-goggles-arc',
    name: 'Gas goggles for an arc',
    reason: 'Far too light: a flash burn hours later.',
    when: arcHelmet,
  },
  {
    id: 'shade-laser',
    name: 'A welding shade against the laser',
    reason: 'Shade numbers are for arcs; the beam goes through or breaks the glass.',
    when: (job) => job.process === 'LBW',
  },
  {
    id: 'oil',
    name: 'Oily or greasy gloves and clothes',
    reason: 'Oil and oxygen ignite without a spark.',
    when: flame,
  },
  {
    id: 'loose',
    name: 'Loose sleeves, scarves, long hair untied',
    reason: 'The wheel takes them in.',
    when: chips,
  },
]
