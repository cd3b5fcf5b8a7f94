import { followStroke, snapTo, type Followed, type Picture, type Place } from '@cedar-knot/core';
import * as Comlink from 'comlink';

let picture: Picture | undefined;

/** The picture on which strokes are looked for: RGBA, handed over, not copied. */
function open(width: number, height: number, buffer: ArrayBuffer): void {
  picture = { width, height, data: new Uint8ClampedArray(buffer) };
}

const snap = (place: Place): Place | null => (picture ? (snapTo(picture, place) ?? null) : null);
const follow = (picks: Place[]): Followed | null => (picture ? (followStroke(picture, picks) ?? null) : null);

const api = { open, snap, follow };
export type PictureWorkerApi = typeof api;
Comlink.expose(api);
