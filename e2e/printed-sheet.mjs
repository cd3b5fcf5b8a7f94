/* global document */
/*
 * A printed pump curve as a scan shows it: grid, three head curves, efficiency, power and NPSH on their own axes, turned by a degree and
 * with the noise of paper. What is drawn is known, so that what is read off can be held against it.
 */

/** size of the scan, px, and where values lie on the sheet before it is turned */
export const SHEET = {
  width: 1400,
  height: 1240,
  turn: 0.014,
  /** m³/h */
  flow: { at: [170, 1230], value: [0, 350] },
  head: { at: [760, 150], value: [10, 50] },
  efficiency: { at: [760, 150], value: [0, 100] },
  power: { at: [960, 800], value: [0, 40] },
  npsh: { at: [1160, 1010], value: [0, 8] },
};

/** heads of the made diameters, m; the efficiency is that of head and power, η = ρgQH/P; efficiency of the largest, %; power of it, kW; NPSH, m; all over m³/h */
const largest = (q) => 42 - 18 * (q / 318) ** 2;
const shaftPower = (q) => 14 + 15.5 * (q / 318);

export const DRAWN = {
  'head 315': { from: 0, to: 318, of: largest },
  'head 300': { from: 0, to: 302, of: (q) => 38 - 16.5 * (q / 302) ** 2 },
  'head 282': { from: 0, to: 284, of: (q) => 33.5 - 14.2 * (q / 284) ** 2 },
  efficiency: { from: 20, to: 318, of: (q) => (100 * 9.798 * (q / 3600) * largest(q)) / shaftPower(q) },
  power: { from: 0, to: 318, of: shaftPower },
  npsh: { from: 20, to: 318, of: (q) => 2 + 3.4 * (q / 318) ** 2.4 },
};

/** px on the scan of a value on an axis */
export function placeOf(axis, q, y) {
  const x = lerp(SHEET.flow.at, (q - SHEET.flow.value[0]) / (SHEET.flow.value[1] - SHEET.flow.value[0]));
  const a = SHEET[axis];
  const v = lerp(a.at, (y - a.value[0]) / (a.value[1] - a.value[0]));
  const [c, s] = [Math.cos(SHEET.turn), Math.sin(SHEET.turn)];
  const [dx, dy] = [x - SHEET.width / 2, v - SHEET.height / 2];
  return { x: SHEET.width / 2 + dx * c - dy * s, y: SHEET.height / 2 + dx * s + dy * c };
}

const lerp = ([a, b], t) => a + (b - a) * t;

const AXIS_OF = { efficiency: 'efficiency', power: 'power', npsh: 'npsh' };

/** The scan as a PNG, drawn in a page of the browser. */
export async function printedSheet(page) {
  const strokes = Object.entries(DRAWN).map(([name, { from, to, of }]) => ({
    name,
    points: Array.from({ length: 160 }, (_, i) => lerp([from, to], i / 159)).map((q) =>
      placeOf(AXIS_OF[name] ?? 'head', q, of(q)),
    ),
  }));
  const lines = [];
  for (const [axis, step] of [
    ['head', 5],
    ['power', 20],
    ['npsh', 2],
  ]) {
    const [low, high] = SHEET[axis].value;
    for (let v = low; v <= high; v += step) lines.push([placeOf(axis, 0, v), placeOf(axis, 350, v)]);
    for (let q = 0; q <= 350; q += 25) lines.push([placeOf(axis, q, low), placeOf(axis, q, high)]);
  }
  const words = [
    ['ROWAN S 150-315', placeOf('head', 4, 52.6), 26],
    ['n = 1450 1/min   50 Hz   water 20 °C   ISO 9906 grade 2B', placeOf('head', 120, 52.6), 16],
    ['H m', placeOf('head', -26, 50.6), 18],
    ['η %', placeOf('efficiency', 354, 101), 18],
    ['P kW', placeOf('power', -30, 40), 18],
    ['NPSH m', placeOf('npsh', -38, 8), 16],
    ['Q m³/h', placeOf('npsh', 315, -2.6), 18],
    ...[10, 20, 30, 40].map((v) => [String(v), placeOf('head', -14, v - 0.4), 16]),
    ...[0, 20, 40, 60, 80].map((v) => [String(v), placeOf('efficiency', 353, v - 1), 16]),
    ...[0, 20].map((v) => [String(v), placeOf('power', -12, v - 1), 16]),
    ...[0, 4].map((v) => [String(v), placeOf('npsh', -10, v - 0.3), 16]),
    ...[0, 50, 100, 150, 200, 250, 300, 350].map((q) => [String(q), placeOf('npsh', q - 6, -1.3), 16]),
    ['Ø315', placeOf('head', 321, 23.4), 15],
    ['Ø300', placeOf('head', 305, 21), 15],
    ['Ø282', placeOf('head', 287, 18.6), 15],
  ];
  const data = await page.evaluate(
    ({ size, strokes, lines, words, turn }) => {
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [size.width, size.height];
      const c = canvas.getContext('2d');
      c.fillStyle = '#ece7da';
      c.fillRect(0, 0, size.width, size.height);
      const path = (points, width, colour) => {
        c.beginPath();
        points.forEach((p, i) => (i === 0 ? c.moveTo(p.x, p.y) : c.lineTo(p.x, p.y)));
        [c.lineWidth, c.strokeStyle] = [width, colour];
        c.stroke();
      };
      for (const l of lines) path(l, 1.2, '#a9aca5');
      for (const s of strokes) path(s.points, s.name === 'efficiency' ? 2.4 : 3.4, '#33363f');
      c.fillStyle = '#33363f';
      for (const [text, at, px] of words) {
        c.save();
        c.translate(at.x, at.y);
        c.rotate(turn);
        c.font = `${px}px serif`;
        c.fillText(text, 0, 0);
        c.restore();
      }
      // grain, the same every time
      const image = c.getImageData(0, 0, size.width, size.height);
      let seed = 12345;
      for (let i = 0; i < image.data.length; i += 4) {
        seed = (seed * 1103515245 + 12345) & 0x7fffffff;
        const grain = ((seed >> 16) % 17) - 8;
        for (let k = 0; k < 3; k++) image.data[i + k] += grain;
      }
      c.putImageData(image, 0, 0);
      return canvas.toDataURL('image/png').split(',')[1];
    },
    { size: { width: SHEET.width, height: SHEET.height }, strokes, lines, words, turn: SHEET.turn },
  );
  return Buffer.from(data, 'base64');
}
