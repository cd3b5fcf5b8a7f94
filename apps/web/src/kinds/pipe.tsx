import { headLoss, type KindView } from './kind.js';

export const pipe: KindView = {
  glyph: (r) => (
    <g fill="none" stroke="var(--ink)" strokeWidth={1.4}>
      <path d={`M${-r} -2.200H${r}M${-r} 2.200H${r}`} />
    </g>
  ),
  profileSize: 0,
  loss: { of: headLoss, figure: 'headLoss' },
};
