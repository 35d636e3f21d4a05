import type { JobSpec } from '#core/job/job'
import { AIR } from './shop'

export interface DemoJob { title: string, place: string, welder: number, helmet: string, machine: string | null, cylinder: string | null, spec: JobSpec }

const base: JobSpec = {
  process: 'GMAW', amps: 180, ampsFrom: null, electrode: null, consumable: 'GMAW E70S', consumption: null, baseMetal: 'carbon_steel', coating: 'none', thickness: 8, position: 'bench', grinding: false, arcHidden: false, shieldGas: 'active', gasFlow: null, laser: null,
  arcMinutes: 120, welders: 1, air: AIR.slip, respirator: 'half_mask', also: [], measured: null,
}

/** Jobs of the yard. Places that are stations are matched by name; others are written out. */
export const JOBS: Record<string, DemoJob> = {
  ladder: { title: 'Boarding ladder brackets', place: 'Slip, berth 1', welder: 2, helmet: 'H-03', machine: 'M-02', cylinder: 'C-04', spec: base },
  bucket: { title: 'Hardfacing on dredge bucket', place: 'Plate shop', welder: 3, helmet: 'H-04', machine: 'M-03', cylinder: null, spec: { ...base, process: 'SMAW', amps: 165, ampsFrom: 140, electrode: 4, consumable: 'SMAW 14Mn-4Cr', air: { ...AIR.plate, mixing: 5 }, arcMinutes: 150, respirator: 'none' } },
  rings: { title: 'Galvanised mooring rings', place: 'Ferry ramp, outboard end', welder: 2, helmet: 'H-03', machine: 'M-05', cylinder: null, spec: { ...base, process: 'SMAW', amps: 130, electrode: 3.2, consumable: 'SMAW E7018', coating: 'unknown' } },
  handrail: { title: 'Stainless handrail, wheelhouse', place: 'Booth 4', welder: 6, helmet: 'H-07', machine: 'M-01', cylinder: 'C-03', spec: { ...base, process: 'GTAW', amps: 95, consumable: null, baseMetal: 'stainless', thickness: 3, air: AIR.bay, measured: { reference: 'Air sampling AS-07, personal, 8 h', chromiumVI: 0.0004, nickel: 0.01, fume: 0.2, manganese: 0.02 } } },
  dinghy: { title: 'Aluminium dinghy hull seam', place: 'Plate shop', welder: 2, helmet: 'H-03', machine: 'M-07', cylinder: 'C-03', spec: { ...base, amps: 210, consumable: 'GMAW ER5154', baseMetal: 'aluminium', air: AIR.plate, thickness: 5 } },
  deck: { title: 'Cutting wasted plate beside timber deck', place: 'Slip, berth 2', welder: 2, helmet: 'G-01', machine: null, cylinder: 'C-01', spec: { ...base, process: 'OFC', amps: null, consumable: null, thickness: 12, arcMinutes: 90, measured: { reference: 'Air sampling AS-11, cutting outdoors', fume: 1.4, manganese: 0.2 } } },
  void: { title: 'Bracket inside stern void', place: 'Ferry Lindisholm, stern void', welder: 3, helmet: 'H-04', machine: 'M-03', cylinder: null, spec: { ...base, process: 'SMAW', amps: 120, electrode: 3.2, consumable: 'SMAW E7018', position: 'tight', air: AIR.void, respirator: 'filtering_facepiece' } },
  fender: { title: 'Fender posts, quay edge', place: 'Quay edge by the crane', welder: 2, helmet: 'H-03', machine: 'M-02', cylinder: 'C-04', spec: { ...base, amps: 190, thickness: 12 } },
  rail: { title: 'Rail chairs, side slip', place: 'Side slip, upper rail', welder: 3, helmet: 'H-04', machine: 'M-03', cylinder: null, spec: { ...base, process: 'SMAW', amps: 140, electrode: 3.2, consumable: 'SMAW E7018' } },
  davit: { title: 'Davit foot, workboat', place: 'Workboat Tern, foredeck', welder: 6, helmet: 'H-07', machine: 'M-07', cylinder: 'C-04', spec: { ...base, amps: 150 } },
  winch: { title: 'Winch bed repair', place: 'Winch house apron', welder: 3, helmet: 'H-04', machine: 'M-05', cylinder: null, spec: { ...base, process: 'SMAW', amps: 150, electrode: 4, consumable: 'SMAW E6010' } },
  gangway: { title: 'Gangway hinge', place: 'Gangway store yard', welder: 6, helmet: 'H-07', machine: 'M-02', cylinder: 'C-04', spec: base },
  fillets: { title: 'Practice fillets, MAG', place: 'Booth 7', welder: 5, helmet: 'H-06', machine: 'M-11', cylinder: 'C-04', spec: { ...base, amps: 140, thickness: 6, air: AIR.bay, welders: 4, arcMinutes: 90, respirator: 'none' } },
  practice: { title: 'Practice plates, stick', place: 'Booth 2', welder: 5, helmet: 'H-06', machine: 'M-01', cylinder: null, spec: { ...base, process: 'SMAW', amps: 120, electrode: 3.2, consumable: 'SMAW E7018', air: AIR.bay, welders: 4, arcMinutes: 100, respirator: 'none' } },
}
