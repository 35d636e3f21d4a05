/** An answer that stands as JSON already, as where a thread wrote it. */
export class Written<Answer> {
  /** What is read from it; it is in no object. */
  declare readonly answer: Answer
  constructor(readonly json: string) {}
}
