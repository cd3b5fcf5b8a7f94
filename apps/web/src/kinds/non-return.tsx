import { headLoss, INK, type KindView } from './kind.js';

export const nonReturn: KindView = {
  glyph: (r) => (
    <g {...INK}>
      <path d={`M${-r * 0.8} ${-r * 0.6}V${r * 0.6}M${r * 0.8} ${-r * 0.6}V${r * 0.6}`} fill="none" />
      <path d={`M${-r * 0.8} ${-r * 0.6}L${r * 0.8} ${r * 0.6}`} fill="none" />
      <circle cx={-r * 0.8} cy={-r * 0.6} r={1.8} fill="var(--ink)" stroke="none" />
    </g>
  ),
  profileSize: 10,
  loss: { of: headLoss, figure: 'headLoss' },
};
