/* What a document without a browser lacks: it has no layout, and knows no pointer. */
import { deserialize, serialize } from 'node:v8';

Element.prototype.scrollIntoView = () => undefined;
Element.prototype.hasPointerCapture = () => false;
window.ResizeObserver = class {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
};
window.structuredClone = <T>(value: T): T => deserialize(serialize(value)) as T;
