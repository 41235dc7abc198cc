/**
 * Gives something to whoever asked for it, as a file of their own.
 * @param content a document, or the bytes of a file
 */
export function saveFile(name: string, content: object): void {
  const file =
    content instanceof Blob ? content : new Blob([JSON.stringify(content, null, 2)], { type: 'application/json' });
  const address = URL.createObjectURL(file);
  const link = Object.assign(document.createElement('a'), { href: address, download: name });
  link.click();
  URL.revokeObjectURL(address);
}
