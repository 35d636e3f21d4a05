/** A try to send something ends after so long, ms; before the queue takes its sender for dead. */
export const TRY_MS = 8_000
