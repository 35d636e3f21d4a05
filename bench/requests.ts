/** Time `work` for `total` calls, `wide` at once. @returns the 95th percentile and the mean, ms */
export async function timed(
  total: number,
  wide: number,
  work: () => Promise<unknown>,
): Promise<{ p95: number; mean: number }> {
  const took: number[] = []
  let begun = 0
  await Promise.all(
    Array.from({ length: wide }, async () => {
      while (begun++ < total) {
        const from = performance.now()
        await work()
        took.push(performance.now() - from)
      }
    }),
  )
  took.sort((a, b) => a - b)
  return {
    p95: took[Math.floor(took.length * 0.95)]!,
    mean: took.reduce((sum, ms) => sum + ms, 0) / took.length,
  }
}
