/** So many drops fly for a permit. On the phone and on the server the same, so that the figures are. */
export const SPARK_DROPS = 2_000
