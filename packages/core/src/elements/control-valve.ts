import { KV_PER_CV } from '../units/flow-coefficient.js';
import { choice, drop, elevation, flow, gauge, kv, named, number, text, type Fields } from '../fields/field.js';
import {
  namePiece,
  numberPiece,
  put,
  quantityPiece,
  shareOf,
  shown,
  wordPiece,
  words,
  type Piece,
  type ShortForm,
} from '../fields/short-form.js';
import { finding } from '../issues/issues.js';
import type { FluidState } from '../fluids/kind.js';
import { bracketedSecant } from '../numerics/roots.js';
import type { ValveResult } from '../results/results.js';
import { reynoldsConstants, reynoldsFactor } from '../valves/reynolds.js';
import {
  coefficientOfBore,
  criticalPressureRatio,
  kvAtOpening,
  kvForFlow,
  openingAtKv,
  pipingFactorBetween,
  pipingFactors,
  SIZING_RANGE,
  TYPICAL_RECOVERY,
  type ValveInput,
} from '../valves/valve.js';
import { valveWorking } from './control-valve-working.js';
import {
  common,
  ENDS,
  finite,
  lacks,
  type BuildContext,
  type BuiltElement,
  type ElementKind,
  type Entries,
  type Givens,
  type SolvedElement,
} from './kind.js';
import { coefficientLaw, fixedLaw, NO_LOSS, ViscousValveLaw, type LossLaw } from './laws.js';
import { State, type ControlValveModel, type Medium } from './model.js';
import { word, type Word } from '../words/word.js';

const CONTROL_VALVE_FIELDS: Fields = {
  ...named,
  outletElevation: elevation(word('field.outlet-elevation'), { short: word('field.short.outlet') }),
  mode: choice(['opening', 'kv', 'cv', 'drop', 'flow', 'outlet-pressure', 'inlet-pressure'], word('field.specified-by'), {
    words: {
      opening: word('choice.opening'),
      kv: word('choice.kv'),
      cv: word('choice.cv'),
      drop: word('choice.pressure-drop'),
      flow: word('choice.flow'),
      'outlet-pressure': word('choice.outlet-pressure-held'),
      'inlet-pressure': word('choice.inlet-pressure-held'),
    },
  }),
  valve: text(word('field.valve'), { names: 'valves' }),
  opening: number(0, 1, word('field.opening'), { solve: true, percent: true }),
  kv: kv(word('field.kv'), { solve: true }),
  cv: kv(word('field.cv'), { solve: true }),
  drop: drop(word('field.pressure-drop'), { solve: true, short: word('field.short.drop') }),
  flow: flow(word('field.flow-held')),
  pressure: gauge(word('field.pressure-held')),
  minDrop: drop(word('field.minimum-allowable-pressure-drop'), { short: word('field.short.min-drop') }),
  maxDrop: drop(word('field.maximum-allowable-pressure-drop'), { short: word('field.short.max-drop') }),
};

/** what each mode needs, and what it fixes */
const MODES: Readonly<Record<string, { needs: readonly string[]; key: string; givens: Givens }>> = {
  opening: {
    needs: ['valve', 'opening'],
    key: 'opening',
    givens: { given: [word('given.opening')], solved: [word('given.drop')] },
  },
  kv: { needs: ['kv'], key: 'kv', givens: { given: [word('given.kv')], solved: [word('given.drop')] } },
  cv: { needs: ['cv'], key: 'cv', givens: { given: [word('given.cv')], solved: [word('given.drop')] } },
  drop: { needs: ['drop'], key: 'drop', givens: { given: [word('given.drop')], solved: [word('given.kv')] } },
  flow: {
    needs: ['flow'],
    key: 'flow',
    givens: { given: [word('given.flow')], solved: [word('given.drop'), word('given.opening')] },
  },
  'outlet-pressure': {
    needs: ['pressure'],
    key: 'pressure',
    givens: { given: [word('given.outlet-pressure')], solved: [word('given.opening')] },
  },
  'inlet-pressure': {
    needs: ['pressure'],
    key: 'pressure',
    givens: { given: [word('given.inlet-pressure')], solved: [word('given.opening')] },
  },
};
const SOUGHT: Readonly<Record<string, Word>> = {
  opening: word('given.opening'),
  kv: word('given.kv'),
  cv: word('given.cv'),
  drop: word('given.drop'),
};

/** Effective coefficient of a valve with its pipes: FP·Kv. */
export function effectiveKv(model: ControlValveModel, coefficient: number): number {
  return model.valve ? pipingFactors(model.valve, coefficient).fp * coefficient : coefficient;
}

/** FL (with the pipes' part, when known) at a coefficient; a typical one where no valve says. */
export function recoveryFactor(model: ControlValveModel, coefficient: number): number {
  return model.valve ? pipingFactors(model.valve, coefficient).fl : TYPICAL_RECOVERY;
}

/** The law of a control valve in a state; undefined where its drop is whatever the rest leaves. */
export function controlValveLaw(model: ControlValveModel, state: State, medium: Medium, rhoG: number): LossLaw | undefined {
  if (state === State.Shut || state === State.Choked || state === State.OpenChoked) return undefined;
  if (state === State.Open) {
    return model.valve ? lawAt(model, kvAtOpening(model.valve, 1), medium) : NO_LOSS;
  }
  const { law } = model;
  if (law.kind === 'left-out') return NO_LOSS;
  if (law.kind === 'drop') return fixedLaw(law.drop / rhoG, state);
  if (law.kind === 'kv') return law.kv > 0 ? lawAt(model, law.kv, medium) : undefined;
  return undefined;
}

function lawAt(model: ControlValveModel, kv: number, medium: Medium): LossLaw {
  const { valve, lineBore } = model;
  if (!valve || lineBore === undefined) return coefficientLaw(effectiveKv(model, kv), medium);
  return new ViscousValveLaw({ valve, lineBore }, kv, medium, effectiveKv(model, kv));
}

/** FR with the coefficient that the valve has there, at a flow, m³/s; 1 without an entry or a bore in its line. */
export function viscousFactor(model: ControlValveModel, kv: number, flow: number, kinematic: number): number {
  const { valve, lineBore } = model;
  if (!valve || lineBore === undefined || !(kv > 0) || flow === 0) return 1;
  return reynoldsFactor(reynoldsConstants({ valve, lineBore }, kv), Math.abs(flow) * 3600, kinematic).fr;
}

function build(id: string, e: Entries, context: BuildContext): BuiltElement | undefined {
  if (lacks(id, e, ['mode'], context)) return undefined;
  const mode = e.mode as string;
  if (lacks(id, e, MODES[mode]!.needs, context)) return undefined;
  const valve = e.valve !== undefined ? context.valve(e.valve as string) : undefined;
  if (mode === 'opening' && !valve) return undefined;
  const named = valve ? { valve } : {};
  return { model: { id, kind: 'control-valve', law: lawFor(mode, e, valve), ...named }, ...named };
}

function lawFor(mode: string, e: Entries, valve: ValveInput | undefined): ControlValveModel['law'] {
  const value = e[MODES[mode]!.key];
  if (value === 'solve') return { kind: 'sought' };
  const x = value as number;
  switch (mode) {
    case 'opening':
      return { kind: 'kv', kv: kvAtOpening(valve!, x) };
    case 'kv':
      return { kind: 'kv', kv: x };
    case 'cv':
      return { kind: 'kv', kv: x * KV_PER_CV };
    case 'drop':
      return { kind: 'drop', drop: x };
    case 'flow':
      return { kind: 'flow', flow: x };
    default:
      return { kind: mode as 'outlet-pressure' | 'inlet-pressure', pressure: x };
  }
}

function report(e: SolvedElement): ValveResult {
  const model = e.model as ControlValveModel;
  const ends = common(e);
  const rhoG = e.fluid.density * e.gravity;
  const lost = ends.headLoss === null ? null : ends.headLoss * rhoG;
  const coefficient = coefficientOf(e, model, lost);
  // shut, or not known: as if it stood wide open
  const limit = e.chokedDrop(recoveryFactor(model, coefficient || (model.valve?.ratedKv ?? 0)));
  const isPlaced = ends.inletPressure !== null;
  const r: ValveResult = {
    kind: 'control-valve',
    ...ends,
    drop: lost,
    kv: coefficient,
    cv: coefficient === null ? null : coefficient / KV_PER_CV,
    opening: null,
    chokedDrop: isPlaced ? finite(limit) : null,
    choked: isPlaced && e.flow !== 0 && lost !== null && Math.abs(lost) >= limit * (1 - 1e-9),
  };
  if (coefficient) {
    r.fr = viscousFactor(model, coefficient, e.flow, e.fluid.viscosity / e.fluid.density);
    if (model.valve) r.fp = pipingFactors(model.valve, coefficient).fp;
    if (model.valve?.isTypical) r.typical = true;
  }
  setOpening(e, model, r);
  say(e, model, r);
  return r;
}

/** the coefficient that it stands at, or has to have for what it passes */
function coefficientOf(e: SolvedElement, model: ControlValveModel, lost: number | null): number | null {
  if (model.law.kind === 'kv') return model.law.kv;
  if (e.state === State.Open || e.state === State.OpenChoked) return model.valve?.ratedKv ?? null;
  if (e.flow === 0) return 0;
  if (lost === null) return null;
  return coefficientFor(model, Math.abs(e.flow), e.flow > 0 ? lost : -lost, e);
}

/** the coefficient for a loss that is not all effective; with pipes of another bore the choked drop depends on it, so it is iterated */
function coefficientFor(model: ControlValveModel, flow: number, lost: number, e: SolvedElement): number | null {
  let found: number | null = model.valve?.ratedKv ?? 0;
  for (let i = 0; i < 60; i++) {
    const limit = e.chokedDrop(recoveryFactor(model, found));
    // below its vapour pressure the inlet limits nothing that could be counted: the unchoked flow passes, and it is said
    const next = neededKv(model, flow, limit > 0 ? Math.min(lost, limit) : lost, e.fluid);
    if (next === null || Math.abs(next - found) <= 1e-12 * next) return next;
    found = next;
  }
  return found;
}

/** no valve is made with more, times what turbulent flow would ask for */
const MOST_SEARCHED = 1e4;

/**
 * Kv of the valve alone that passes a flow, m³/s, at an effective drop, Pa, with FP and FR, which depend on it: the least one, since
 * in laminar flow a larger trim may pass no more. Null where none does.
 */
export function neededKv(model: ControlValveModel, flow: number, effectiveDrop: number, fluid: FluidState): number | null {
  if (!(effectiveDrop > 0)) return null;
  const plain = kvForFlow(flow, effectiveDrop, fluid.density);
  const kinematic = fluid.viscosity / fluid.density;
  const surplus = (kv: number): number => effectiveKv(model, kv) * viscousFactor(model, kv, flow, kinematic) - plain;
  if (Math.abs(surplus(plain)) <= 1e-12 * plain) return plain;
  let low = plain;
  for (let high = plain * 1.05; high < plain * MOST_SEARCHED; high *= 1.05) {
    if (surplus(high) >= 0) return bracketedSecant(surplus, low, high);
    low = high;
  }
  return null;
}

function setOpening(e: SolvedElement, model: ControlValveModel, r: ValveResult): void {
  if (e.read.mode === 'opening' && typeof e.read.opening === 'number') r.opening = e.read.opening;
  else if (!model.valve || r.kv === null) return;
  else if (e.state === State.Open || e.state === State.OpenChoked) r.opening = 1;
  else {
    const found = openingAtKv(model.valve, r.kv);
    r.opening = found.opening;
    if (found.belowRange) r.belowRange = true;
  }
}

function say(e: SolvedElement, model: ControlValveModel, r: ValveResult): void {
  if (r.belowRange) e.say(finding('valve-below-range', e.id, { kv: r.kv! }));
  const least = criticalPressureRatio(e.fluid.vapourPressure, e.fluid.criticalPressure) * e.fluid.vapourPressure;
  if (r.flow > 0 && r.inletPressure !== null && r.inletPressure <= least)
    e.say(finding('valve-boils', e.id, { pressure: r.inletPressure, least }));
  sayBore(e, model);
  const bore = model.valve?.bore;
  if (bore !== undefined && r.kv !== null && coefficientOfBore(r.kv, bore) > SIZING_RANGE)
    e.say(finding('method-range', e.id, { method: 'valve', ratio: coefficientOfBore(r.kv, bore), most: SIZING_RANGE }));
  const reynolds = passesLessOpened(e, model, r);
  if (reynolds !== undefined) e.say(finding('method-range', e.id, { method: 'valve-opening', reynolds }));
  if (model.law.kind === 'drop' && model.valve && r.kv !== null && r.kv > kvAtOpening(model.valve, 1) * (1 + 1e-9))
    e.say(finding('valve-drop-beyond', e.id, { kv: r.kv, rated: kvAtOpening(model.valve, 1) }));
  if (r.choked) e.say(finding('valve-choked', e.id, { drop: r.drop!, chokedDrop: r.chokedDrop! }));
  const { law } = model;
  const controls = law.kind === 'flow' || law.kind === 'outlet-pressure' || law.kind === 'inlet-pressure';
  if (!controls || e.state === State.Normal) return;
  e.limit();
  const state = e.state === State.Shut ? 'shut' : 'open';
  if (law.kind === 'flow') {
    e.say(finding('set-point-missed', e.id, { mode: 'flow', set: law.flow, found: e.setFlow, state }));
    return;
  }
  const found = (law.kind === 'outlet-pressure' ? r.outletPressure : r.inletPressure) ?? NaN;
  e.say(finding('set-point-missed', e.id, { mode: law.kind, set: law.pressure + e.atmosphere, found, state }));
}

/** Reynolds number in a full-size trim in which, by the annex, a larger coefficient passes less; undefined where more opening is more flow */
function passesLessOpened(e: SolvedElement, model: ControlValveModel, r: ValveResult): number | undefined {
  const { valve, lineBore } = model;
  if (!valve || lineBore === undefined || !r.kv || (r.fr ?? 1) >= 1) return undefined;
  const at = (kv: number) => {
    const c = reynoldsConstants({ valve, lineBore }, kv);
    return { c, ...reynoldsFactor(c, Math.abs(e.flow) * 3600, e.fluid.viscosity / e.fluid.density) };
  };
  const [here, more] = [at(r.kv), at(r.kv * 1.01)];
  return here.c.isFullSize && 1.01 * more.fr < here.fr ? here.reynolds : undefined;
}

/** bores of a nominal size differ a little by schedule: from here on it is another size */
const SAME_BORE = 0.12;

/** a valve of another size than its line whose pipes are not named: its piping factor is left out */
function sayBore(e: SolvedElement, model: ControlValveModel): void {
  const { valve, lineBore } = model;
  if (!valve?.bore || valve.inside || lineBore === undefined) return;
  if (Math.abs(valve.bore - lineBore) <= SAME_BORE * lineBore) return;
  const fp = pipingFactorBetween(valve, [lineBore, lineBore]);
  e.say(finding('valve-bore', e.id, { valve: valve.bore, line: lineBore, fp }));
}

/* ---- the short form ---- */

function write(e: Entries): string {
  const valve = e.valve !== undefined ? `${shown(e.valve)} ` : '';
  switch (e.mode) {
    case 'flow':
      return `${valve}holds ${shown(e.flow)}`;
    case 'outlet-pressure':
      return `${valve}holds outlet ${shown(e.pressure)}`;
    case 'inlet-pressure':
      return `${valve}holds inlet ${shown(e.pressure)}`;
    case 'opening':
      return `${valve}opening ${shown(e.opening)}`;
    case 'drop':
      return `${valve}drop ${shown(e.drop)}`;
    case 'kv':
      return `${valve}Kv ${shown(e.kv)}`;
    case 'cv':
      return `${valve}Cv ${shown(e.cv)}`;
    default:
      return valve.trim();
  }
}

/** a travel: `opening 0.6`, `60 % open`, `open 60 %`, `at 60 %` */
const travel: Piece = (at, draft) => {
  const back = at.at;
  const led = at.take(words('opening|open|at|@|travel'));
  const typed = at.number();
  const percent = typed !== undefined && at.take(/\s*%\s*/y) !== undefined;
  const behind = typed !== undefined && at.take(words('open|opening|travel')) !== undefined;
  const isTravel = typed !== undefined && (led !== undefined || behind || percent);
  if (!isTravel) {
    at.at = back;
    return false;
  }
  const x = percent ? shareOf(typed) : Number(typed);
  // a coefficient at a travel: what it has there is what is imposed
  if (draft.typed.has('kv') || draft.typed.has('cv')) {
    draft.assumed.push({ code: 'coefficient', values: { travel: `${Number((x * 100).toPrecision(4))} %` } });
    return true;
  }
  draft.entries.mode = 'opening';
  return put(draft, 'opening', x);
};

const shortForm: ShortForm = {
  write,
  example: 'holds 290 m3/h; holds outlet 2 bar(g); opening 0.6; drop 0.8 bar; Kv 60',
  vocabulary: ['holds', 'outlet', 'inlet', 'downstream', 'upstream', 'opening', 'drop', 'Kv', 'Cv', 'open', 'closed'],
  pieces: [
    quantityPiece(
      'pressure',
      'pressure',
      '(?:holds? )?(?:outlet|downstream)(?: pressure)?|p2',
      { mode: 'outlet-pressure' },
      true,
    ),
    quantityPiece('pressure', 'pressure', '(?:holds? )?(?:inlet|upstream)(?: pressure)?|p1', { mode: 'inlet-pressure' }, true),
    quantityPiece('flow', 'flow', 'holds?|controls?|flow|set(?: point)?', { mode: 'flow' }),
    wordPiece('(?:fully |wide )open', 'opening', 1, { mode: 'opening' }),
    wordPiece('shut|closed', 'opening', 0, { mode: 'opening' }),
    travel,
    numberPiece('kv', 'kv', { mode: 'kv' }),
    numberPiece('cv', 'cv', { mode: 'cv' }),
    quantityPiece('drop', 'pressureDifference', '(?:pressure )?drop|dp|δp|Δp', { mode: 'drop' }),
    namePiece('valve', 'valves'),
  ],
};

export const controlValve: ElementKind<ValveResult> = {
  label: word('kind.control-valve'),
  prefix: 'CV',
  words: '(?:control )?valve|control-valve|cv(?!\\s*[\\d=.])|fcv|pcv|lcv|prv',
  fields: CONTROL_VALVE_FIELDS,
  shown: (e) => ['mode', 'valve', ...(MODES[e.mode as string] ? [MODES[e.mode as string]!.key] : []), 'outletElevation'],
  givens: (e) => {
    const sought = Object.keys(SOUGHT).filter((k) => e[k] === 'solve');
    if (sought.length > 0) return { given: [], solved: sought.map((k) => SOUGHT[k]!) };
    return MODES[(e.mode as string | undefined) ?? 'opening']?.givens;
  },
  beginning: {},
  shortForm,
  build,
  report,
  found: (key, _read, r) => (key === 'opening' ? r.opening : key === 'kv' ? r.kv : key === 'cv' ? r.cv : r.drop),
  part: 'valves',
  holder: 'control-valve',
  worked: ['headLoss', 'drop', 'chokedDrop', 'kv', 'cv', 'opening', ...ENDS],
  working: valveWorking,
};
