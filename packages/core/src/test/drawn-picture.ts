import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import type { Colour, Picture, Place } from '../digitise/picture.js';

/* Pictures of printed curves, drawn with what is known to lie on them. */

export interface Line {
  places: readonly Place[];
  width: number;
  colour: Colour;
}

/** Lines over paper, with the noise of a scan. */
export function drawPicture(
  width: number,
  height: number,
  lines: readonly Line[],
  noise = 0,
  paper: Colour = [238, 233, 222],
): Picture {
  const rgb = new Float64Array(width * height * 3);
  for (let i = 0; i < width * height; i++) for (let k = 0; k < 3; k++) rgb[3 * i + k] = paper[k]!;
  for (const line of lines) {
    const cover = coverage(width, height, line);
    cover.forEach((c, i) => {
      if (c > 0) for (let k = 0; k < 3; k++) rgb[3 * i + k] = rgb[3 * i + k]! * (1 - c) + line.colour[k]! * c;
    });
  }
  const random = xoroshiro128plus(7);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    const grey = noise === 0 ? 0 : (uniformInt(random, -1000, 1000) / 1000) * noise;
    for (let k = 0; k < 3; k++) data[4 * i + k] = rgb[3 * i + k]! + grey;
    data[4 * i + 3] = 255;
  }
  return { width, height, data };
}

/** share of each pixel that a line covers, by its distance from the middle of the stroke */
function coverage(width: number, height: number, { places, width: stroke }: Line): Float64Array {
  const cover = new Float64Array(width * height);
  const reach = stroke / 2 + 1;
  for (let n = 1; n < places.length; n++) {
    const [a, b] = [places[n - 1]!, places[n]!];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const length2 = dx * dx + dy * dy || 1;
    for (let j = Math.max(0, Math.floor(Math.min(a.y, b.y) - reach)); j <= Math.min(height - 1, Math.max(a.y, b.y) + reach); j++)
      for (
        let i = Math.max(0, Math.floor(Math.min(a.x, b.x) - reach));
        i <= Math.min(width - 1, Math.max(a.x, b.x) + reach);
        i++
      ) {
        const t = Math.max(0, Math.min(1, ((i + 0.5 - a.x) * dx + (j + 0.5 - a.y) * dy) / length2));
        const far = Math.hypot(i + 0.5 - a.x - t * dx, j + 0.5 - a.y - t * dy);
        const c = Math.max(0, Math.min(1, stroke / 2 + 0.5 - far));
        cover[j * width + i] = Math.max(cover[j * width + i]!, c);
      }
  }
  return cover;
}
