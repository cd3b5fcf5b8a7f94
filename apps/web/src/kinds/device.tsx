import { headLoss, INK, type KindView } from './kind.js';

export const device: KindView = {
  glyph: (r) => (
    <g {...INK}>
      <rect x={-r * 0.95} y={-r * 0.75} width={r * 1.9} height={r * 1.5} />
      <path d={`M0 ${-r * 0.75}V${r * 0.75}`} strokeDasharray="3 2" fill="none" />
    </g>
  ),
  profileSize: 10,
  loss: { of: headLoss, figure: 'headLoss' },
};
