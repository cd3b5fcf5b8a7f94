import { msg } from '../words.js';

const PAINTS = ['fill', 'stroke', 'stop-color'] as const;
const VARIABLE = /^var\((--[\w-]+)\)$/;

const FONT = "'Source Sans 3', 'Segoe UI', Arial, sans-serif";
/** height of the title above a sheet, px */
const TITLE = 28;
/** room below a sheet's lowest figures, px */
const FOOT = 8;
/** smaller drawings in a box are its icons */
const MIN_DRAWING = 64;
/** pixels of a picture for one of the page */
const FINE = 2;

function colourNow(value: string): string {
  const name = VARIABLE.exec(value)?.[1];
  return name ? getComputedStyle(document.documentElement).getPropertyValue(name).trim() || '#000' : value;
}

function svgElement(name: string, attributes: Record<string, string | number>): SVGElement {
  const e = document.createElementNS('http://www.w3.org/2000/svg', name);
  for (const [key, value] of Object.entries(attributes)) e.setAttribute(key, String(value));
  return e;
}

/** A copy that needs no style sheet: what is hidden is left out, colour variables become what they are now. */
function plainCopy(svg: SVGSVGElement): SVGSVGElement {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const originals = [...svg.querySelectorAll('*')];
  const copies = [...copy.querySelectorAll('*')];
  copies.forEach((e, i) => {
    const { display, visibility, opacity } = getComputedStyle(originals[i]!);
    if (display === 'none' || visibility === 'hidden' || opacity === '0' || e.localName === 'foreignObject') {
      e.remove();
      return;
    }
    for (const paint of PAINTS) {
      const value = e.getAttribute(paint);
      if (value) e.setAttribute(paint, colourNow(value));
    }
    if (e.classList.contains('halo')) {
      e.setAttribute('paint-order', 'stroke');
      e.setAttribute('stroke', colourNow('var(--panel)'));
      e.setAttribute('stroke-width', '3');
      e.setAttribute('stroke-linejoin', 'round');
    }
    e.removeAttribute('class');
  });
  copy.removeAttribute('class');
  return copy;
}

function finished(sheet: SVGElement, title: string): string {
  const name = svgElement('title', {});
  name.textContent = title;
  sheet.prepend(name, svgElement('rect', { width: '100%', height: '100%', fill: colourNow('var(--panel)') }));
  sheet.setAttribute('font-family', FONT);
  return new XMLSerializer().serializeToString(sheet);
}

/**
 * A drawing of the page as a file of its own: colour variables become what they are now, text gets its font, and the ground is
 * painted.
 */
export function standaloneSvg(svg: SVGSVGElement, title: string): string {
  const copy = plainCopy(svg);
  copy.setAttribute('viewBox', `0 0 ${svg.clientWidth} ${svg.clientHeight}`);
  return finished(copy, title);
}

/** All drawings of a box, where they lie, on one sheet under its title. */
export function sheetSvg(box: HTMLElement, title: string): string {
  const { left, top, width, height } = box.getBoundingClientRect();
  const whole = height + TITLE + FOOT;
  const sheet = svgElement('svg', { width, height: whole, viewBox: `0 0 ${width} ${whole}` });
  const heading = svgElement('text', { x: 12, y: 19, 'font-size': 14, 'font-weight': 600, fill: colourNow('var(--ink)') });
  heading.textContent = title;
  sheet.append(heading);
  for (const svg of box.querySelectorAll('svg')) {
    const at = svg.getBoundingClientRect();
    if (at.width < MIN_DRAWING || at.height < MIN_DRAWING || svg.parentElement!.closest('svg')) continue;
    const copy = plainCopy(svg);
    copy.removeAttribute('style');
    const place = { x: at.left - left, y: at.top - top + TITLE, width: at.width, height: at.height };
    for (const [key, value] of Object.entries(place)) copy.setAttribute(key, String(value));
    copy.setAttribute('overflow', 'visible');
    sheet.append(copy);
  }
  return finished(sheet, title);
}

/** A sheet as a picture, at twice the size of the page. */
export async function pngOf(svg: string): Promise<Blob> {
  const url = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = image.width * FINE;
    canvas.height = image.height * FINE;
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((done, fail) =>
      canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error(msg('app.thePictureWasNotMade')))), 'image/png'),
    );
  } finally {
    URL.revokeObjectURL(url);
  }
}

/** A name that every file system takes. */
export function fileName(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/[^\w.-]+/g, '-')
    .toLowerCase();
}

/** Hands a text or a file to the person. */
export function download(text: string | Blob, name: string, type?: string): void {
  const url = URL.createObjectURL(typeof text === 'string' ? new Blob([text], { type: type ?? 'text/plain' }) : text);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
