/* What a document without a browser lacks: it has no layout, and knows no pointer. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { TextDecoder, TextEncoder } from 'node:util';
import { deserialize, serialize } from 'node:v8';
import { configure } from '@testing-library/dom';

Element.prototype.scrollIntoView = () => undefined;
Element.prototype.hasPointerCapture = () => false;
window.ResizeObserver = class {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
};
window.structuredClone = <T>(value: T): T => deserialize(serialize(value)) as T;

// what the router asks of a browser and this document lacks
Object.assign(globalThis, {
  TextEncoder: globalThis.TextEncoder ?? TextEncoder,
  TextDecoder: globalThis.TextDecoder ?? TextDecoder,
});

// pictures are not decoded here
window.createImageBitmap = () => Promise.resolve({ close: () => undefined } as ImageBitmap);

const patience = JSON.parse(readFileSync(join(__dirname, '../../../../scripts/lib/patience.json'), 'utf8')) as { stepMs: number };
configure({ asyncUtilTimeout: patience.stepMs });
