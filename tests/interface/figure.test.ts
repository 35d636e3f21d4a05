import { describe, expect, it } from 'vitest'
import { PPE_RULES } from '#core/ppe/ppe.table'
import { ZONES } from '#core/ppe/terms'
import { SPOT } from '../../app/components/ppe/figure'

describe('dressed figure', () => {
  it('has a place for every zone, and all of a zone on one side', () => {
    for (const zone of ZONES) expect(['front', 'back']).toContain(SPOT[zone].side)
    for (const rule of PPE_RULES) expect(SPOT[rule.zone]).toBeDefined()
  })
})
