/** What of an element's look a drawing must carry with it where no style sheet goes along. */
const LOOKS = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'text-anchor',
  'paint-order',
] as const;

/**
 * A drawing as a file of its own: an SVG document with every look written into it.
 * @param background colour behind it
 */
export function svgFile(drawing: SVGSVGElement, background: string): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const [from, to] = [drawing.querySelectorAll('*'), copy.querySelectorAll('*')];
  from.forEach((element, index) => {
    const look = getComputedStyle(element);
    const target = to[index];
    for (const name of LOOKS) {
      const value = look.getPropertyValue(name);
      if (value !== '') target?.setAttribute(name, value);
    }
    for (const name of ['class', 'role', 'tabindex', 'aria-pressed']) target?.removeAttribute(name);
  });
  const { width, height } = drawing.getBoundingClientRect();
  for (const name of ['class', 'role', 'style']) copy.removeAttribute(name);
  copy.setAttribute('width', String(Math.round(width)));
  copy.setAttribute('height', String(Math.round(height)));
  const paper = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  for (const [name, value] of Object.entries({ width: '100%', height: '100%', fill: background }))
    paper.setAttribute(name, value);
  copy.prepend(paper);
  return new XMLSerializer().serializeToString(copy);
}

/**
 * A drawing as a picture of pixels, twice as fine as it stands on the page.
 * @throws Error when the browser cannot draw it
 */
export async function pngFile(svg: string, width: number, height: number): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width * 2, height * 2];
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('the browser made no picture of it'))),
      'image/png',
    ),
  );
}
