/** An answer other than yes, in words for the person who asked. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly details: object = {},
  ) {
    super(message);
  }
}
