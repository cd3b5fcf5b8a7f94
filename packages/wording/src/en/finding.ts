export default {
  'finding.aMotorOfKw': 'a motor of {rating} kW',
  'finding.above-critical-roughness': '{where}: relative roughness {relative}, above 0.05 and outside the Colebrook–White tests.',
  'finding.below-atmosphere': 'Pressure at the outlet of {where} is below atmospheric: {pressure}.',
  'finding.below-bubble-point': 'Gas comes out of the oil in {where}: {pressure} is below the bubble point of {bubblePoint}.',
  'finding.below-vapour': 'The liquid boils at the outlet of {where}: {pressure}, vapour pressure {vapourPressure}.',
  'finding.best-flow-assumed':
    '{where}: the curve has no efficiency, so its best-efficiency flow is not known. The viscosity correction uses the end of the curve, {flow}. Enter the efficiency, or the best-efficiency flow of the maker.',
  'finding.bore-change': 'The bore changes from {before} to {behind} at {where} without a reducer or an expansion.',
  'finding.contradiction':
    'Contradicting entries in this scenario at {where}: two different flows or pressures are imposed, or a flow is taken that nothing supplies.',
  'finding.diameter-outside': '{where}: impeller Ø {diameter} is outside the available diameters; the nearest curve is scaled.',
  'finding.diameter-unknown':
    '{where} has an impeller diameter, but the diameter of its curve is unknown; the curve is used unchanged.',
  'finding.elevation-ignored':
    '{where} is the last of its line and ends at the elevation of its end point, {taken}, not at {given}.',
  'finding.exit-doubled': '{where} has an exit fitting at a static pressure: the velocity head is counted twice.',
  'finding.exit-missing': '{where} ends in liquid at rest without an exit fitting: the exit loss is missing.',
  'finding.exit-unsure': '{where} ends in liquid at rest with a K of its own: whether it includes the exit loss is not known.',
  'finding.gas-released':
    'Dissolved gas is released upstream of {where}: the inlet is {unit} below the release pressure. Raise the suction pressure or vent the suction line.',
  'finding.isFullyOpen': 'is fully open',
  'finding.isNotEntered': '{entry} is not entered',
  'finding.isShut': 'is closed',
  'finding.needed-flow': '{more} {isMore, select, yes {more} other {less}} through it',
  'finding.liquid-unsettled':
    'The liquid along {where} does not converge: flow or pressure still changes by {change} %. With gas and liquid, two given pressures can allow several flows or none. Enter the flow and leave one pressure open.',
  'finding.method-range':
    '{where}: B is {b} and Cη {ceta}; above B = 40 the method of ISO/TR 17766 is not supported by tests. A displacement pump may be more suitable.',
  'finding.method-range2':
    '{where}: Cη is {ceta} at B = {b}: less than half of the efficiency on water. A displacement pump may be more suitable.',
  'finding.method-range3':
    '{where}: at a valve Reynolds number of {reynolds}, IEC 60534-2-1, annex A, gives less flow with a wider opening for a full-size trim; the opening is uncertain.',
  'finding.method-range4':
    '{where}: its coefficient is large for its bore, Kv/(0.865·d²) is {ratio}; above {most} the equations of IEC 60534-2-1 are not sure.',
  'finding.method-range5':
    '{where}: at a Reynolds number of {reynolds} the flow is not fully turbulent, and the drag reduction is not known.',
  'finding.method-range6':
    '{where}: the gas is at {reduced} times its pseudo-critical temperature; below 1.05 the compressibility of Dranchuk & Abou-Kassem is not sure.',
  'finding.method-range7':
    "{where}: at a slope of {slope} % the hold-up by Beggs & Brill is not sure: Payne's factor is 1 at level, 0.924 just above it and 0.685 just below.",
  'finding.method-range8':
    '{where}: Hazen–Williams holds for water near room temperature, bores above {unit} and up to {unit2}; this is outside.',
  'finding.moreHead': '{more} more head',
  'finding.moreNpshaLevelLessLoss': '{more} more NPSHA: higher level, lower suction loss, or colder liquid',
  'finding.moreThanTheMakerAllows': '{factor} % above the maker’s limit',
  'finding.motor-outside':
    '{where}: {ambient} and {altitude} are outside IEC 60034-1. Derating for 60 °C and 4000 m is used; enter the maker’s.',
  'finding.no-best-flow': 'the curve has no efficiency, so no best-efficiency flow',
  'finding.no-curve': 'the pump has no curve',
  'finding.no-efficiency': 'the efficiency is not known',
  'finding.no-flow': 'No flow through {where}.',
  'finding.no-flow2': 'no flow',
  'finding.no-level': 'the level is not known',
  'finding.no-loss': 'no loss along the line',
  'finding.no-npshr': 'the curve has no NPSHR',
  'finding.no-pressure': 'the pressure is not determined',
  'finding.no-rated-point': 'the pump has no rated point',
  'finding.no-rating': 'no rating is known at this temperature',
  'finding.no-resistance': 'The flow in {where} is not limited: no resistance between its ends.',
  'finding.no-specific-heat': 'the fluid has no specific heat',
  'finding.no-temperature':
    'No steady temperature at {where}: the closed circuit loses no heat. Enter an outlet temperature of a device, or a pipe with heat loss.',
  'finding.no-temperature2': 'the scenario has no temperature',
  'finding.no-valve': 'no valve selected',
  'finding.not-controlling': 'the valve controls nothing',
  'finding.not-converged': 'No solution found near {where}; residual {residual}.',
  'finding.not-given': 'no limit is entered',
  'finding.not-maximum': 'it is judged at maximum flow',
  'finding.not-rated': 'this is not the rated scenario',
  'finding.not-required': 'nothing is required',
  'finding.not-viscous': 'the liquid needs no viscosity correction',
  'finding.notJudged': 'not judged: {value}',
  'finding.npsh-low': '{where} cavitates: NPSHA {npsha} is below NPSHR {npshr}.',
  'finding.ofIsNotJudgedCount': '{checkName} of {where} is not judged: {names} {count, plural, one {is} other {are}} missing',
  'finding.off': 'the pump is off',
  'finding.off-curve': '{where} runs beyond its published curve: {flow} per unit, end of curve {last}.',
  'finding.one-diameter': 'no other diameters are given',
  'finding.other-duties': 'Flow in {where} is driven by heat alone; {flows} is also possible. The largest is shown.',
  'finding.other-duties2': 'Further operating points of {where}: {flows}. The stable one with the largest flow is shown.',
  'finding.power-bounded': '{where} with imposed power has almost no flow; its head is limited to {head}.',
  'finding.power-zero': '{where} has zero power: it adds no head.',
  'finding.pump-reversed': 'Reverse flow through {where} ({flow}): its head is below the static head and no check valve closes.',
  'finding.pump-short': '{where} delivers no flow: shut-off head {shutOff}, short by {short}.',
  'finding.roughness-assumed': ' and "{material}" is not in the table',
  'finding.roughness-assumed2': '{where} has no roughness{value}; {roughness} is used.',
  'finding.set-point-missed': '{where} {how} and does not hold its {set}: the pressure at rest is not determined.',
  'finding.set-point-missed2': '{where} {how} and misses its set point: {found}, set point {set}, deviation {by}.',
  'finding.single-unit': 'one unit runs alone',
  'finding.singular': '{where} is not determined in this scenario.',
  'finding.stages-not-made': '{where} has {stages} stages; available: {made}.',
  'finding.states-cycle': 'Valves or check valves at {where} find no stable position in this scenario.',
  'finding.straight-inlet-short':
    '{where}: {length} of straight pipe upstream of the inlet, {diameters} diameters. ANSI/HI 9.6.6 recommends 5 or more.',
  'finding.temperature-outside': 'The liquid would reach {temperature} in {where}, where its properties are not known.',
  'finding.transition-flow': '{where}: Reynolds number {reynolds} is in the transition range, where friction is uncertain.',
  'finding.trim-large':
    '{where}: impeller Ø {diameter} is trimmed by {share} % from the only measured curve; affinity laws hold to about 15 %.',
  'finding.unknown-key': 'The entry {path} is not used by this program.',
  'finding.valve-below-range': '{where}: required Kv {kv} is below its lowest controllable Kv.',
  'finding.valve-boils':
    'The liquid boils upstream of {where}: inlet pressure {pressure}, required {least}; its unchoked flow is shown.',
  'finding.valve-bore':
    '{where} has a bore of {valve} in a line of {line}; the bores of its pipes are not entered. With them FP would be {fp}.',
  'finding.valve-choked': '{where} is choked: pressure drop {drop}, choked drop {chokedDrop}.',
  'finding.valve-drop-beyond': '{where}: required Kv {kv} for the imposed drop, rated Kv {rated}.',
  'finding.velocity-low': '{where}: velocity {velocity}, limit {least}; solids settle.',
  'finding.well-test-bent':
    'Step test of {where}: drawdown per flow does not increase with flow. Well loss is set to zero; check the steps or repeat the test.',
  'finding.well-test-bent2':
    'Step test of {where}: the fit leaves no aquifer loss. All drawdown is taken as well loss; check the steps or repeat the test.',
} as const;
