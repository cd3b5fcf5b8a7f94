import { headLoss, INK, type KindView } from './kind.js';

export const handValve: KindView = {
  glyph: (r) => <path d={`M${-r} ${-r * 0.55}V${r * 0.55}L${r} ${-r * 0.55}V${r * 0.55}Z`} {...INK} />,
  profileSize: 10,
  loss: { of: headLoss, figure: 'headLoss' },
};
