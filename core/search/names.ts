/** Gives each text a small number; the same text gets the same one. */
export class Names {
  readonly texts: string[] = []
  private readonly numbers = new Map<string, number>()

  find(text: string): number | undefined {
    return this.numbers.get(text)
  }

  numberOf(text: string): number {
    let number = this.numbers.get(text)
    if (number === undefined) {
      number = this.texts.length
      this.texts.push(text)
      this.numbers.set(text, number)
    }
    return number
  }
}

/** The numbers of those texts that have one. */
export const numbersOf = (names: Names, texts: readonly string[]): number[] =>
  texts.flatMap((text) => names.find(text) ?? [])

/** Which names hold a part of them, without regard to case: a flag for each number. What was asked last is remembered. */
export class NameSearch {
  private asked = ''
  private flags = new Uint8Array(0)
  /** Names before this one have been looked at for what was asked. */
  private upTo = 0

  constructor(private readonly names: Names) {}

  holding(part: string): Uint8Array {
    const wanted = part.toLowerCase()
    if (wanted !== this.asked) [this.asked, this.upTo] = [wanted, 0]
    const { texts } = this.names
    if (this.flags.length < texts.length) {
      const grown = new Uint8Array(texts.length * 2)
      grown.set(this.flags)
      this.flags = grown
    }
    for (; this.upTo < texts.length; this.upTo++) this.flags[this.upTo] = texts[this.upTo]!.includes(wanted) ? 1 : 0
    return this.flags
  }
}
