import type { RawElement, RawEntry, RawScenario, Study } from '../document/study.js';
import type { SizeCandidate } from '../pipes/size.js';
import type { Dimension } from '../units/units.js';
import type { Word } from '../words/word.js';
import type { Kit } from './kit.js';

/** Entries of a form, SI: of a field with several values each of them. */
export type Given = Readonly<Record<string, readonly number[]>>;

/** One entry of the form of a beginning. */
export interface BeginningField {
  key: string;
  label: Word;
  dimension: Dimension | 'number';
  /** what its values are, where it has several: written with a stroke between them */
  parts?: readonly Word[];
  /** what is taken where nothing is entered, SI; it may follow from what is */
  usual: readonly number[] | ((given: Given) => readonly number[]);
  /** how its values stand from one to the next; any way where it is not said */
  order?: 'rising' | 'falling';
  /** SI; what is beyond is no such service */
  least?: number;
  most?: number;
}

/** What a beginning is made of, before a pump is known. */
export interface Draft {
  points: Record<string, RawEntry & { kind: string }>;
  lines: { id: string; name?: string; from: string; to: string; elements: RawElement[] }[];
  scenarios: RawScenario[];
  fluids: Record<string, object>;
  /** the one that gives the flow first; a further one holds the pressure at its inlet */
  pumps: readonly string[];
  /** held at the inlet of further pumps, Pa gauge */
  inlet?: number;
  /** flow through the pump in each scenario, m³/s */
  flows: Readonly<Record<string, number>>;
  /** the valve that takes what the pump has too much, and the flow that it holds in each scenario, m³/s; null: pumps follow by their speed */
  valve: { id: string; flows: Readonly<Record<string, number>> } | null;
  /** other valves, which hold flows that stand in the scenarios */
  others?: readonly string[];
  /** drop that is kept for the valve, Pa */
  reserve?: number;
  /** where the study has another limit than usual, and why */
  limits?: Study['limits'];
}

/** A service with which a study can begin. */
export interface Beginning {
  label: Word;
  /** what is special about it, in a few words */
  about: Word;
  fields: readonly BeginningField[];
  draft: (given: Given, size: SizeCandidate, kit: Kit) => Draft;
}
