import { INK, type KindView } from './kind.js';
import { msg } from '../words.js';

export const pump: KindView = {
  glyph: (r) => (
    <g {...INK}>
      <circle r={r} />
      <path d={`M${-r * 0.5} ${-r * 0.87}L${r} 0L${-r * 0.5} ${r * 0.87}`} fill="none" />
    </g>
  ),
  profileSize: 12,
  loss: { of: (r) => (r.kind === 'pump' ? r.head : null), figure: 'head', gives: true },
  measured: msg('app.pumpHead'),
};
