/** The command was called in a way that cannot be carried out; the message says why and what to do. Exit code 2. */
export class WrongUse extends Error {
  override readonly name = 'WrongUse'
}
