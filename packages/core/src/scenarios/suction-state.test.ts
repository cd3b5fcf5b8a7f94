import { line, pipe, PUMP, study, vessel } from '../test/studies.js';
import type { PumpResult } from '../results/results.js';
import { runStudy } from './run.js';
import { suctionState } from './suction-state.js';

const MOTOR = { ratedPower: '22 kW', efficiency: 0.9, powerFactor: 0.86, voltage: '400 V' };
function of(level: number, pump: object = {}, entry: object = {}, more: object = {}, suction: object = {}) {
  const raw = study(
    { T: vessel(0, level), U: vessel(25, 2) },
    [
      line('L', 'T', 'U', [
        pipe('s', 3, 154.1, suction),
        { id: 'P', kind: 'pump', mode: 'curve', pump: 'p', datum: '2 m', ...pump },
        pipe('d', 300, 102.3),
      ]),
    ],
    { pumps: { p: { ...PUMP, motor: MOTOR, ...entry } }, ...more },
  );
  const { model, result } = runStudy(JSON.parse(JSON.stringify(raw))).scenarios[0]!;
  return { state: suctionState(model!, result!, 'P')!, r: result!.elements.P as PumpResult, result: result! };
}

describe('flooded or lift', () => {
  it('a level over the datum floods it', () =>
    expect(of(6).state).toMatchObject({ supply: 'T', isFlooded: true, static: expect.closeTo(4, 9) }));
  it('a level under it is lifted; the greatest lift leaves NPSHA at NPSHR', () => {
    const { state, r } = of(0.5);
    expect(state).toMatchObject({ isFlooded: false, static: expect.closeTo(-1.5, 9) });
    // so much lower, NPSHA falls to NPSHR
    expect(state.greatestLift).toBeCloseTo(1.5 + r.npsha! - r.npshr!, 9);
  });
});

describe('inlet', () => {
  it('velocity in the pipe, its Froude number and what gas does there', () => {
    const { state, r } = of(6);
    const v = r.flow / ((Math.PI / 4) * 0.1541 ** 2);
    expect(state).toMatchObject({ isNozzle: false, bore: 0.1541, velocity: expect.closeTo(v, 9), venting: 'swept' });
    expect(state.froude).toBeCloseTo(v / Math.sqrt(9.80665 * 0.1541), 9);
    expect(of(6, {}, { suctionBore: '500 mm' }).state.venting).toBe('self-venting');
    expect(of(6, {}, { suctionBore: '200 mm' }).state.venting).toBe('pockets');
  });
  it('a nozzle carries the flow of one unit, a common pipe that of all', () => {
    const two = of(6, { running: 2 });
    expect(two.state.velocity).toBeCloseTo(two.r.flow / ((Math.PI / 4) * 0.1541 ** 2), 9);
    const nozzle = of(6, { running: 2 }, { suctionBore: '125 mm' });
    expect(nozzle.state.velocity).toBeCloseTo(nozzle.r.flow / 2 / ((Math.PI / 4) * 0.125 ** 2), 9);
    const branch = of(6, { running: 2, unitPiping: { suction: [pipe('us', 2, 102.3)] } });
    expect(branch.state).toMatchObject({ bore: 0.1023, velocity: expect.closeTo(branch.r.flow / 2 / ((Math.PI / 4) * 0.1023 ** 2), 9) }); // prettier-ignore
  });
  it('straight pipe: as entered, else a last pipe without fittings; five diameters are advised', () => {
    expect(of(6).state.straight).toEqual({ length: 3, isEntered: false, wanted: expect.closeTo(5 * 0.1541, 9) });
    expect(of(6, {}, {}, {}, { fittings: [{ type: 'elbow-90' }] }).state.straight).toBeNull();
    const short = of(6, { straightInlet: '0.5 m' });
    expect(short.state.straight).toMatchObject({ length: 0.5, isEntered: true });
    expect(short.result.findings).toContainEqual(expect.objectContaining({ code: 'straight-inlet-short', where: 'P' }));
    expect(of(6, { straightInlet: '0.78 m' }).result.findings.map((f) => f.code)).not.toContain('straight-inlet-short');
  });
  it('what is usual as a margin goes with it, and by which test NPSH is required', () => {
    const { state } = of(6, { service: 'pipeline' }, { npshrCriterion: 'maker' });
    expect(state).toMatchObject({ criterion: 'maker', guidance: { byService: { ratio: 1.3 } } });
    expect(of(6).state.criterion).toBe('npsh3');
  });
});

it('dissolved gas: head over its release, by the total pressure at the datum', () => {
  const { r, result } = of(6, { dissolvedGas: '0.9 bar(a)' });
  // NPSHA counts from the vapour pressure: 90 kPa instead of 2.339 kPa at 20 °C (IAPWS), 998.2 kg/m³
  expect(r.gasHead).toBeCloseTo(r.npsha! - (90_000 - 2339.2) / (998.2 * 9.80665), 2);
  expect(result.findings.map((f) => f.code)).not.toContain('gas-released');
  const out = of(0.5, { dissolvedGas: '1 bar(a)' });
  expect(out.r.gasHead).toBeLessThan(0);
  expect(out.result.findings).toContainEqual(expect.objectContaining({ code: 'gas-released', where: 'P' }));
});

describe('the motor of a pump', () => {
  it('voltage at the end of its cable', () => {
    const { r } = of(6, { cable: { length: '120 m', section: '10 mm2' } });
    const sine = Math.sqrt(1 - r.powerFactor! ** 2);
    // R = 2.25e-8·120/1e-5 = 0.27 Ω, X = 0.0096 Ω
    const taken = Math.sqrt(3) * (0.27 * r.powerFactor! + 0.0096 * sine) * r.current!;
    expect(r.cableDrop).toBeCloseTo(taken / 400, 9);
    expect(r.motorVoltage).toBeCloseTo(400 - taken, 9);
    expect(of(6).r).not.toHaveProperty('cableDrop');
  });
  it('velocity past it in its bore, of one unit', () => {
    const well = { bore: '250 mm', running: 2 };
    const { r } = of(6, well, { motor: { ...MOTOR, outsideDiameter: '190 mm' } });
    expect(r.motorVelocity).toBeCloseTo(r.flow / 2 / ((Math.PI / 4) * (0.25 ** 2 - 0.19 ** 2)), 9);
    expect(of(6, well).r).not.toHaveProperty('motorVelocity');
  });
  it('where no rule reaches is said, unless the maker’s derating is entered', () => {
    const codes = (motor: object) => of(6, {}, { motor: { ...MOTOR, ...motor } }, { site: { altitude: '4500 m' } }).result.findings.map((f) => f.code); // prettier-ignore
    expect(codes({})).toContain('motor-outside');
    expect(codes({ derating: 0.8 })).not.toContain('motor-outside');
  });
  it('of variable speed it has a drive: a typical one of 97 %, or its own', () => {
    const follows = { mode: 'flow', flow: '70 m3/h', variableSpeed: true };
    const [typical, own, none] = [of(6, follows).r, of(6, follows, { motor: { ...MOTOR, driveEfficiency: 0.95 } }).r, of(6).r];
    expect(typical.driveLoss! / typical.inputPower!).toBeCloseTo(0.03, 9);
    expect(own.driveLoss! / own.inputPower!).toBeCloseTo(0.05, 9);
    expect(none).not.toHaveProperty('driveLoss');
  });
});
