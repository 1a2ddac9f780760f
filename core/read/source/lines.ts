/** How many lines of a text end before an offset; the ends are looked for once, when first asked. */
export class Lines {
  private ends: number[] | undefined

  constructor(private readonly text: string) {}

  before(offset: number): number {
    if (!this.ends) {
      this.ends = []
      for (let at = this.text.indexOf('\n'); at >= 0; at = this.text.indexOf('\n', at + 1)) this.ends.push(at)
    }
    let low = 0
    let high = this.ends.length
    while (low < high) {
      const middle = (low + high) >> 1
      if (this.ends[middle]! < offset) low = middle + 1
      else high = middle
    }
    return low
  }
}
