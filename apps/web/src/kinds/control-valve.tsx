import { headLoss, INK, type KindView } from './kind.js';
import { msg } from '../words.js';

export const controlValve: KindView = {
  glyph: (r) => (
    <g {...INK}>
      <path d={`M${-r} ${-r * 0.55}V${r * 0.55}L${r} ${-r * 0.55}V${r * 0.55}Z`} />
      <path d={`M0 0V${-r * 0.8}`} fill="none" />
      <path d={`M${-r * 0.55} ${-r * 0.8}A${r * 0.55} ${r * 0.55} 0 0 1 ${r * 0.55} ${-r * 0.8}Z`} />
    </g>
  ),
  profileSize: 10,
  loss: { of: headLoss, figure: 'drop' },
  measured: msg('app.valveHeadLoss'),
};
