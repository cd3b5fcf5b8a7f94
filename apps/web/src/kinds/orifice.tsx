import { headLoss, INK, type KindView } from './kind.js';

export const orifice: KindView = {
  glyph: (r) => (
    <g {...INK} fill="none">
      <path
        d={`M${-r} 0H${-r * 0.25}M${r * 0.25} 0H${r}M${-r * 0.25} ${-r * 0.8}V${-r * 0.15}M${-r * 0.25} ${r * 0.15}V${r * 0.8}M${r * 0.25} ${-r * 0.8}V${-r * 0.15}M${r * 0.25} ${r * 0.15}V${r * 0.8}`}
      />
    </g>
  ),
  profileSize: 10,
  loss: { of: headLoss, figure: 'headLoss' },
};
