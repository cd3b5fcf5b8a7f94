import * as Comlink from 'comlink';
import { api as server } from '../api/client.js';
import { ValveCatalogue } from './valveFigures.js';

const bench = new ValveCatalogue();

const api = {
  /** reads the valves of the catalogue, and says what they are called */
  load: async () => bench.keep(await server.entries('valves')),
  figures: bench.figures.bind(bench),
};
export type ValveWorkerApi = typeof api;

Comlink.expose(api);
