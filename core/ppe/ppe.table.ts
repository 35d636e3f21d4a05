import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import type { JobSpec, Process } from '../job/job'

export type Zone = 'head' | 'eyes' | 'face' | 'ears' | 'breath' | 'neck' | 'torso' | 'arms' | 'hands' | 'legs' | 'feet'

export interface PpeRule {
  id: string
  zone: Zone
  item: string
  /** What the item must be made of or have. */
  properties: string
  reason: string
  source: Source
  when: (job: Pick<JobSpec, 'process' | 'position' | 'amps'>) => boolean
}

const HOT: readonly Process[] = ['SMAW', 'GMAW', 'FCAW']
const ARC_WELD: readonly Process[] = ['SMAW', 'GMAW', 'FCAW', 'GTAW']
const FLAME: readonly Process[] = ['OFC', 'OFW', 'TB']
const always = (): boolean => true
const hot: PpeRule['when'] = job => HOT.includes(job.process)
const flame: PpeRule['when'] = job => FLAME.includes(job.process)

const eyesRule = published('OSHA 29 CFR 1910.133(a) and 1910.252(b)(2)')
const clothRule = published('OSHA 29 CFR 1910.252(b)(3); ANSI Z49.1 section 4.3')
const noiseRule = published('OSHA 29 CFR 1910.95')

/** What to wear, one row a piece. Facts of the trade are marked common practice. */
export const PPE_RULES: readonly PpeRule[] = [
  { id: 'glasses', zone: 'eyes', item: 'Clear safety glasses with side shields', properties: 'Impact mark on the frame; UV mark on the lens; over-glasses for prescription wearers', reason: 'They stay on under the hood: it goes up while beads still pop and a neighbour may strike an arc.', source: eyesRule, when: job => !FLAME.includes(job.process) },
  { id: 'helmet', zone: 'face', item: 'Welding helmet', properties: 'Shade as assigned; sound shell, cover plates both sides, no light leaks', reason: 'The arc burns eyes and skin in seconds; reflected light from pale walls finds every gap.', source: eyesRule, when: job => ARC_WELD.includes(job.process) },
  { id: 'plasma-shield', zone: 'face', item: 'Face shield or helmet with cutting shade', properties: 'Shade as assigned for plasma cutting', reason: 'The cut throws sparks and dross at the face as well as light.', source: eyesRule, when: job => job.process === 'PAC' },
  { id: 'gas-goggles', zone: 'eyes', item: 'Gas welding goggles', properties: 'Shade as assigned; sealed round the eye', reason: 'Sparks come from below; open glasses let them in. Far too light for any arc.', source: eyesRule, when: flame },
  { id: 'cap', zone: 'head', item: 'Cotton cap under the hood', properties: 'Cotton, down over the tops of the ears', reason: 'Spatter lands on the scalp and behind the ears.', source: COMMON_PRACTICE, when: job => ARC_WELD.includes(job.process) },
  { id: 'plugs', zone: 'ears', item: 'Ear plugs', properties: 'Fitted, clean; rated for the noise of the cut', reason: 'Plasma and gouging are loud; overhead, sparks fly into ears.', source: noiseRule, when: job => job.process === 'PAC' || job.position !== 'bench' },
  { id: 'cape', zone: 'neck', item: 'Flame-resistant hood or leather cape', properties: 'FR cotton or leather, covers neck and shoulders', reason: 'Overhead and in tight spots the spatter runs down the neck.', source: clothRule, when: job => job.position !== 'bench' },
  { id: 'jacket', zone: 'torso', item: 'Welding jacket', properties: 'FR cotton body, leather sleeves; buttoned to the collar, pockets closed', reason: 'Sparks, spatter and UV on the chest. Sunblock is no substitute.', source: clothRule, when: job => hot(job) && job.position === 'bench' },
  { id: 'leathers', zone: 'torso', item: 'Full leather jacket', properties: 'Leather body and sleeves; buttoned to the collar', reason: 'Overhead, tight or high-current work drops more metal than cotton withstands.', source: clothRule, when: job => hot(job) && job.position !== 'bench' },
  { id: 'jacket-light', zone: 'torso', item: 'FR cotton jacket or heavy cotton or wool shirt', properties: 'Long sleeves, collar closed', reason: 'Less spatter than stick, the same ultraviolet or flame.', source: clothRule, when: job => !hot(job) },
  { id: 'sleeves', zone: 'arms', item: 'Sleeves to the glove, no gap', properties: 'Cuff over glove or glove over cuff', reason: 'A bare wrist is the commonest burn.', source: COMMON_PRACTICE, when: always },
  { id: 'gauntlets', zone: 'hands', item: 'Lined leather gauntlets', properties: 'Heavy leather, lined, long cuff, dry, no holes at palm or between fingers', reason: 'Heat and spatter; dry leather also insulates when you change an electrode.', source: clothRule, when: hot },
  { id: 'tig-gloves', zone: 'hands', item: 'Thin leather gloves', properties: 'Goatskin or like, dry, no holes', reason: 'The filler has to be fed by feel; thin leather suits only this heat.', source: COMMON_PRACTICE, when: job => job.process === 'GTAW' },
  { id: 'flame-gloves', zone: 'hands', item: 'Leather gloves with gauntlet', properties: 'Leather, free of oil and grease', reason: 'Slag and hot plate; oil near oxygen ignites.', source: clothRule, when: job => flame(job) || job.process === 'PAC' },
  { id: 'trousers', zone: 'legs', item: 'Heavy cotton or FR trousers', properties: 'No cuffs, frays or rips; worn outside the boots', reason: 'Cuffs and frays catch sparks and feed a fire.', source: clothRule, when: always },
  { id: 'boots', zone: 'feet', item: 'Leather boots', properties: 'At least 6 in (150 mm) high, thick sole, laces and tongue covered; cotton or wool socks', reason: 'Sparks run down the leg and lodge in laces.', source: COMMON_PRACTICE, when: always },
]

export interface DoNotWear { id: string, item: string, reason: string, when: PpeRule['when'] }

/** What must stay off, with the reason. All common practice. */
export const DO_NOT_WEAR: readonly DoNotWear[] = [
  { id: 'synthetics', item: 'Polyester, nylon, fleece, mesh, sweat pants', reason: 'They melt into the skin; half cotton and half polyester burns too.', when: always },
  { id: 'lighter', item: 'Lighter or matches in a pocket', reason: 'One spark and the pocket is a fire.', when: always },
  { id: 'jewellery', item: 'Rings, chains, watches', reason: 'They heat, catch and conduct.', when: always },
  { id: 'tinted', item: 'Tinted or polarised glasses under the hood', reason: 'Shades in line add up and the puddle disappears.', when: job => !FLAME.includes(job.process) },
  { id: 'rubber-gloves', item: 'Mechanic\'s or rubber-coated gloves', reason: 'They melt onto the hand.', when: always },
  { id: 'thin-gloves', item: 'Thin TIG gloves', reason: 'They burn out in a day on this process.', when: hot },
  { id: 'gas-goggles-arc', item: 'Gas goggles for an arc', reason: 'Far too light: a flash burn hours later.', when: job => ARC_WELD.includes(job.process) },
  { id: 'oil', item: 'Oily or greasy gloves and clothes', reason: 'Oil and oxygen ignite without a spark.', when: flame },
]
