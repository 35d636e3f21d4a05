/** A column of a list: a cell in a row on the desk, a line of a card on a phone. */
export interface ListColumn {
  id: string
  header: string
  /** The line at the top of the card, without its header. */
  title?: boolean
  /** Figures and codes in the lettering of plates. */
  plate?: boolean
}
