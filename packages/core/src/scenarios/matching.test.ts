import { matchEquations } from './matching.js';

test('as many equations as unknowns that fit each other leave nothing over', () => {
  expect(matchEquations(2, 2, [[0, 1], [0]])).toEqual({ overEquations: [], underUnknowns: [] }); // prettier-ignore
});

test('unknowns that share too few equations are together too many; those that are determined are not among them', () => {
  // 0 and 1 share one equation, 2 has its own
  const { overEquations, underUnknowns } = matchEquations(2, 3, [[0, 1], [2]]); // prettier-ignore
  expect(overEquations).toEqual([]);
  expect([...underUnknowns].sort()).toEqual([0, 1]);
});

test('equations that share too few unknowns are together too many', () => {
  const { overEquations, underUnknowns } = matchEquations(3, 2, [[0], [0], [1]]); // prettier-ignore
  expect([...overEquations].sort()).toEqual([0, 1]);
  expect(underUnknowns).toEqual([]);
});

test('a match is given up for another where that makes room', () => {
  // the first takes 0, the second can have 0 alone
  expect(matchEquations(2, 2, [[0, 1], [0]]).overEquations).toEqual([]); // prettier-ignore
});
