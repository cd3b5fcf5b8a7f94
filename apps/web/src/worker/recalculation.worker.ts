import * as Comlink from 'comlink';
import { recalculate } from './outcome.js';

Comlink.expose({ recalculate });
