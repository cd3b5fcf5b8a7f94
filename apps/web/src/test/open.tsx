import { blankStudy, applyOperations, leastUnits, tripOf, type Operation, type Study } from '@cedar-knot/core';
import { render } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import type { ReactElement } from 'react';
import { StudyContext } from '../features/context.js';
import { firstLine } from '../state/address.js';
import { createStudyStore, type StudyStore } from '../state/studyStore.js';
import { compareSizes, compareWhole, drive, explain, ladder } from '../worker/occasional.js';
import { recalculate } from '../worker/outcome.js';

/* A study opened as the page opens it, calculated in the test itself, for tests of components and stores. */

/** A pumped line from vessel V-1 over L-1, P-1, L-2 to V-2, with what is changed of it. */
export function firstStudy(...more: Operation[]): Study {
  const done = applyOperations(blankStudy('T'), [...firstLine(), ...more]);
  if (!done.ok) throw new Error(done.reason);
  return done.study;
}

/** a day, and a night of a quarter of its flow */
export const TWO: Operation = {
  op: 'set',
  path: ['scenarios'],
  value: [
    { id: 'day', name: 'Day', temperature: '20 C' },
    { id: 'night', name: 'Night', temperature: '20 C', set: { 'CV-1.flow': '15 m3/h' } },
  ],
};

/** The same with a pump on a curve, its motor, and a control valve that holds 60 m3/h. */
export function pumpedStudy(...more: Operation[]): Study {
  const curve = [0, 30, 60, 90].map((q, i) => ({
    flow: `${q} m3/h`,
    head: `${[62, 60, 54, 42][i]} m`,
    efficiency: [0, 0.6, 0.75, 0.7][i],
    npshr: `${[2, 2.2, 2.8, 4][i]} m`,
  }));
  return firstStudy(
    {
      op: 'set',
      path: ['pumps'],
      value: {
        hollin: {
          name: 'Hollin',
          speed: '2950 rpm',
          diameter: '200 mm',
          curve,
          motor: { ratedPower: '18.5 kW', efficiency: 0.92, frequency: '50 Hz' },
        },
      },
    },
    { op: 'set', path: ['valves'], value: { gx80: { name: 'GX 80', size: 'DN80', ratedKv: 90 } } },
    { op: 'set', path: ['lines', 0, 'elements', 1], value: { id: 'P-1', kind: 'pump', mode: 'curve', pump: 'hollin' } },
    {
      op: 'insert',
      path: ['lines', 0, 'elements'],
      index: 2,
      value: { id: 'CV-1', kind: 'control-valve', mode: 'flow', valve: 'gx80', flow: '60 m3/h' },
    },
    ...more,
  );
}

export interface Opened {
  store: StudyStore;
  saved: Study[];
}

export async function open(study: Study): Promise<Opened> {
  const saved: Study[] = [];
  const store = createStudyStore(
    { id: 'x', version: 1, savedAt: '', document: study },
    (s, pump) => Promise.resolve(recalculate(s, pump)),
    {
      save: (version, s) => {
        saved.push(s);
        return Promise.resolve({ version: version + 1, savedAt: '2026-01-01T00:00:00Z' });
      },
    },
    {
      explain: (...asked) => Promise.resolve(explain(...asked)),
      compareSizes: (...asked) => Promise.resolve(compareSizes(...asked)),
      ladder: (...asked) => Promise.resolve(ladder(...asked)),
      drive: (...asked) => Promise.resolve(drive(...asked)),
      compareWhole: (...asked) => Promise.resolve(compareWhole(...asked)),
      leastUnits: (...asked) => Promise.resolve(leastUnits(...asked)),
      tripOf: (...asked) => Promise.resolve(tripOf(...asked)),
    },
  );
  await settle();
  return { store, saved };
}

/** lets what was begun come to its end: the calculation, and what follows from it */
export async function settle(): Promise<void> {
  for (let i = 0; i < 6; i++) await Promise.resolve();
}

/** Shows a part of the page with an open study around it. */
export function show(opened: Opened, what: ReactElement): ReturnType<typeof render> {
  return render(
    <MemoryRouter>
      <StudyContext.Provider value={opened.store}>{what}</StudyContext.Provider>
    </MemoryRouter>,
  );
}
