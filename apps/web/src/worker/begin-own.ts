import { beginOwn, runStudy, type Study } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { figuresOf, profileOf, type BegunProfile, type BegunScenario } from './begin.js';

/* A study that begins with one of the plant's own: solved before it exists. */

export interface OwnEntries {
  study: Study;
  title: string;
  tag: string;
  /** by address, as typed; what is empty stays as the study has it */
  entries: Readonly<Record<string, string>>;
  without: readonly string[];
}

export interface OwnPreview {
  study: Study | null;
  problems: { key: string; message: string }[];
  scenarios: BegunScenario[];
  profile: BegunProfile | null;
}

export function begunOwn({ study, title, tag, entries, without }: OwnEntries): OwnPreview {
  const begun = beginOwn(study, { title, ...(tag === '' ? {} : { tag }) }, entries);
  const { scenarios } = runStudy(begun.study);
  const solved = scenarios.filter((s) => s.result && s.result.status !== 'failed');
  const pump = begun.study.lines.flatMap((l) => l.elements).find((e) => e.kind === 'pump' && e.mode !== 'off')?.id;
  return {
    study: { ...begun.study, scenarios: begun.study.scenarios.filter((s) => !without.includes(s.id)) },
    problems: begun.problems.map(({ address, reading }) => ({ key: address, message: problemText(reading.problem, study.units ?? 'metric') })), // prettier-ignore
    scenarios: solved.map((s) => figuresOf(s, begun.study.scenarios.find((x) => x.id === s.id)?.name ?? s.id, pump)),
    profile: pump !== undefined && solved.length > 0 ? profileOf(solved, pump) : null,
  };
}
