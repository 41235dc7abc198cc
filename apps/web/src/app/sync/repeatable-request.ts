/**
 * Identifier of a thing that is being made by a request whose answer may be lost. Asked again with the same content it
 * stays the same, so that the thing is made once, however often somebody tries.
 */
export class RepeatableRequest {
  private content = '';
  private id: string | undefined;

  /** Identifier to send with this content. */
  idFor(content: unknown): string {
    const text = JSON.stringify(content);
    if (this.id === undefined || text !== this.content) this.id = crypto.randomUUID();
    this.content = text;
    return this.id;
  }

  /** The answer has come: the next request makes another thing. */
  answered(): void {
    this.id = undefined;
  }
}
