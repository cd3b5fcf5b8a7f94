const PAINTS = ['fill', 'stroke', 'stop-color'] as const;
const VARIABLE = /^var\((--[\w-]+)\)$/;

/**
 * A drawing of the page as a file of its own: colour variables become what they are now, text gets its font, and the ground is
 * painted.
 */
export function standaloneSvg(svg: SVGSVGElement, title: string): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const style = getComputedStyle(document.documentElement);
  const colour = (value: string): string => {
    const name = VARIABLE.exec(value)?.[1];
    return name ? style.getPropertyValue(name).trim() || '#000' : value;
  };
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('viewBox', `0 0 ${svg.clientWidth} ${svg.clientHeight}`);
  copy.setAttribute('font-family', 'Source Sans 3, Segoe UI, Arial, sans-serif');
  copy.removeAttribute('class');
  for (const e of copy.querySelectorAll('*')) {
    for (const paint of PAINTS) {
      const value = e.getAttribute(paint);
      if (value) e.setAttribute(paint, colour(value));
    }
    if (e.classList.contains('halo')) {
      e.setAttribute('paint-order', 'stroke');
      e.setAttribute('stroke', colour('var(--panel)'));
      e.setAttribute('stroke-width', '3');
      e.setAttribute('stroke-linejoin', 'round');
    }
    e.removeAttribute('class');
  }
  const ground = document.createElementNS(copy.namespaceURI, 'rect');
  ground.setAttribute('width', '100%');
  ground.setAttribute('height', '100%');
  ground.setAttribute('fill', colour('var(--panel)'));
  const name = document.createElementNS(copy.namespaceURI, 'title');
  name.textContent = title;
  copy.prepend(name, ground);
  return new XMLSerializer().serializeToString(copy);
}

/** Hands a text or a file to the person. */
export function download(text: string | Blob, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
