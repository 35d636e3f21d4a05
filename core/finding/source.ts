export const RECALLS = ['memory', 'practice'] as const

/** Where a figure comes from and how it got here. Shown beside every answer. */
export interface Source {
  /** Document, section and edition if known; `Common practice` for facts of the trade. */
  document: string
  /** `memory`: written down without the document at hand; check the current edition. `practice`: trade habit, no document. */
  recall: (typeof RECALLS)[number]
}

export const published = (document: string): Source => ({ document, recall: 'memory' })
export const COMMON_PRACTICE: Source = { document: 'Common practice', recall: 'practice' }
