import { onKeyStroke } from '@vueuse/core'
import type { Ref } from 'vue'
import type { PlanEditing } from './editor'

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}
/** One press turns by so much, degrees. */
const TURN = 15

/** Keys belong to a field, a dialog or a list while one is in it. */
const isElsewhere = (event: KeyboardEvent): boolean =>
  (event.target as HTMLElement).closest('input, textarea, [role=dialog], [role=listbox]') !== null

/**
 * Drawing by keyboard: arrows by the grid, ten times as far with the shift key; R turns; delete, copy, all, undo and redo.
 * @param all whatever may be chosen at once
 */
export function useEditorKeys(
  editor: PlanEditing,
  {
    grid,
    all,
    leave,
  }: { grid: Readonly<Ref<number>>; all: () => readonly string[]; leave: () => void },
): void {
  onKeyStroke(Object.keys(STEPS), (event) => {
    if (isElsewhere(event) || editor.chosen.value.length === 0) return
    event.preventDefault()
    const [x, y] = STEPS[event.key]!
    const far = grid.value * (event.shiftKey ? 10 : 1)
    editor.move(x * far, y * far)
  })
  onKeyStroke(['r', 'R'], (event) => {
    if (isElsewhere(event) || event.ctrlKey || event.metaKey) return
    editor.turn(event.shiftKey ? -TURN : TURN)
  })
  onKeyStroke(['Delete', 'Backspace'], (event) => {
    if (!isElsewhere(event)) editor.remove()
  })
  onKeyStroke('Escape', (event) => {
    if (!isElsewhere(event)) leave()
  })
  const COMMANDS: Readonly<Record<string, (event: KeyboardEvent) => void>> = {
    z: ({ shiftKey }) => (shiftKey ? editor.redo() : editor.undo()),
    y: () => editor.redo(),
    d: () => editor.copy(),
    a: () => {
      editor.chosen.value = [...all()]
    },
  }
  onKeyStroke(Object.keys(COMMANDS), (event) => {
    if (!(event.ctrlKey || event.metaKey) || isElsewhere(event)) return
    event.preventDefault()
    COMMANDS[event.key]!(event)
  })
}
