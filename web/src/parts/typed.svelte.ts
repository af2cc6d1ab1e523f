// What is typed into a field until it is taken.

export class Typed {
  /** What is typed and not taken yet; null: nothing, the field shows what holds. */
  text = $state<string | null>(null);
  private sent: string | null = null;

  /** Send what was typed, once. What is typed while it is on its way is another value, and stays; what was
   * wrong with the older one is not said of it. */
  async commit(send: (text: string) => unknown, refuse: (problem: unknown) => void) {
    const mine = this.text;
    if (mine === null || mine === this.sent) return;
    this.sent = mine;
    try {
      await send(mine.trim());
      if (this.text === mine) this.text = null;
    } catch (problem) {
      if (this.text === mine) refuse(problem);
    } finally {
      if (this.sent === mine) this.sent = null;
    }
  }
}
