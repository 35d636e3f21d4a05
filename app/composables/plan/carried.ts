import type { Ref } from 'vue'
import type { Point } from '#core/plan/plan'

/**
 * Carries an element as far as a hand has, px; null: it lies where it is drawn.
 * By an animation that stands still: what is animated lies in a layer of its own, so that the browser moves that alone.
 * A transform of the style has it work out all layers of the page at each move, which takes a large plan longer than a frame.
 */
export function useCarried(
  element: Readonly<Ref<Element | null>>,
  by: Readonly<Ref<Point | null>>,
): void {
  let carrying: { still: Animation; effect: KeyframeEffect } | null = null
  function carry(to: Point): void {
    const frame = { transform: `translate(${to.x}px, ${to.y}px)` }
    if (!carrying && element.value) {
      const effect = new KeyframeEffect(element.value, [frame, frame], { fill: 'both' })
      const still = new Animation(effect)
      still.pause()
      carrying = { still, effect }
    } else carrying?.effect.setKeyframes([frame, frame])
  }
  function putDown(): void {
    carrying?.still.cancel()
    carrying = null
  }
  // After it is drawn: it is never seen where it neither was nor is.
  watch(by, (to) => (to ? carry(to) : putDown()), { flush: 'post' })
  onScopeDispose(putDown)
}
