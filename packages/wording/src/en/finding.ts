export default {
  'finding.aMotorOfKw': 'a motor of {rating} kW',
  'finding.above-critical-roughness': '{where}: relative roughness {relative} is above 0.05, beyond the Colebrook–White tests.',
  'finding.below-atmosphere': 'The pressure at the outlet of {where} is below atmosphere: {pressure}.',
  'finding.below-bubble-point': 'Gas comes out of the oil in {where}: {pressure} is below the bubble point of {bubblePoint}.',
  'finding.below-vapour':
    'The liquid boils at the outlet of {where}: {pressure} is below its vapour pressure of {vapourPressure}.',
  'finding.best-flow-assumed':
    '{where}: the curve has no efficiency, so its best-efficiency flow is not known. The viscosity correction uses the end of the curve, {flow}. Enter the efficiency, or the best-efficiency flow of the maker.',
  'finding.bore-change': 'The bore changes from {before} to {behind} at {where} without a reducer or an expansion.',
  'finding.contradiction':
    'The entries contradict each other in this scenario at {where}: two different flows or pressures are imposed there, or what is taken there is brought by nothing.',
  'finding.diameter-outside':
    '{where}: impeller Ø {diameter} lies outside the diameters it is made in; the nearest curve is moved.',
  'finding.diameter-unknown':
    '{where} names an impeller diameter, but the diameter of its curve is not known; the curve is taken as it stands.',
  'finding.elevation-ignored':
    '{where} is the last of its line and ends at the elevation of the point it leads to, {taken}, not at {given}.',
  'finding.exit-doubled':
    '{where} has an exit fitting at a static pressure, which holds the velocity head already: the exit loss is counted twice.',
  'finding.exit-missing': '{where} ends in liquid at rest without an exit fitting: the velocity head is not counted as lost.',
  'finding.exit-unsure': '{where} ends in liquid at rest with a bare K: whether the exit loss is in it cannot be told here.',
  'finding.gas-released':
    'Dissolved gas comes out before {where}: the inlet is {unit} below the pressure of release. Raise the suction pressure or vent the suction line.',
  'finding.isFullyOpen': 'is fully open',
  'finding.isNotEntered': '{entry} is not entered',
  'finding.isShut': 'is shut',
  'finding.ismoreSelectYesOtherThrough': '{more} {isMore, select, yes {more} other {less}} through it',
  'finding.liquid-unsettled':
    'The liquid along {where} does not settle: flow or pressure there still changes by {change} %. Where gas and liquid flow together more than one flow, or none, can go with two given pressures: give the flow and leave one pressure open.',
  'finding.method-range':
    '{where}: B is {b} and Cη {ceta}; above B = 40 the viscosity method of ISO/TR 17766 has no tests behind it. A displacement pump may suit the liquid better.',
  'finding.method-range2':
    '{where}: Cη is {ceta} at B = {b}: the liquid takes more than half of the efficiency on water. A displacement pump may suit it better.',
  'finding.method-range3':
    '{where}: at a valve Reynolds number of {reynolds} IEC 60534-2-1, annex A, has a full-size trim pass less the further it opens; its opening is not sure there.',
  'finding.method-range4':
    '{where}: its coefficient is large for its bore, Kv/(0.865·d²) is {ratio}; above {most} the equations of IEC 60534-2-1 are not sure.',
  'finding.method-range5':
    '{where}: at a Reynolds number of {reynolds} the flow is not fully turbulent, and what the additive takes away there is not known.',
  'finding.method-range6':
    '{where}: the gas is at {reduced} times its pseudo-critical temperature; below 1.05 the compressibility of Dranchuk & Abou-Kassem is not sure.',
  'finding.method-range7':
    "{where}: at a slope of {slope} % the hold-up by Beggs & Brill is not sure: Payne's factor is 1 at level, 0.924 just above it and 0.685 just below.",
  'finding.method-range8':
    '{where}: Hazen–Williams holds for water near room temperature, bores above {unit} and up to {unit2}; this is outside.',
  'finding.moreHead': '{more} more head',
  'finding.moreNpshaLevelLessLoss': '{more} more NPSHA: level, less loss before it, or colder',
  'finding.moreThanTheMakerAllows': '{factor} % more than the maker allows',
  'finding.motor-outside':
    '{where}: at {ambient} and {altitude} IEC 60034-1 has no rule for the motor. Its derating is taken at 60 °C and 4000 m; enter the maker’s.',
  'finding.no-best-flow': 'the curve has no efficiency, so no best-efficiency flow',
  'finding.no-curve': 'the pump has no curve here',
  'finding.no-efficiency': 'the efficiency is not known',
  'finding.no-flow': 'Nothing flows through {where}.',
  'finding.no-flow2': 'nothing flows',
  'finding.no-level': 'the level is not known',
  'finding.no-loss': 'nothing is lost along the way',
  'finding.no-npshr': 'the curve has no NPSHR',
  'finding.no-pressure': 'nothing determines the pressure there',
  'finding.no-rated-point': 'the pump has no rated point',
  'finding.no-rating': 'no rating is known at this temperature',
  'finding.no-resistance': 'Nothing limits the flow in {where}: there is no resistance between its ends.',
  'finding.no-specific-heat': 'the fluid has no specific heat',
  'finding.no-temperature':
    "No temperature settles at {where}: the closed circuit gives away none of the heat that it takes up. A device's outlet temperature, or a pipe that loses heat, fixes it.",
  'finding.no-temperature2': 'the scenario has no temperature',
  'finding.no-valve': 'no valve is chosen',
  'finding.not-controlling': 'the valve controls nothing',
  'finding.not-converged': 'No solution was found near {where}; the residual is {residual}.',
  'finding.not-given': 'nothing is entered for it',
  'finding.not-maximum': 'it is judged at maximum flow',
  'finding.not-rated': 'this is not the rated scenario',
  'finding.not-required': 'nothing is required',
  'finding.not-viscous': 'the liquid needs no viscosity correction',
  'finding.notJudged': 'not judged: {value}',
  'finding.npsh-low': '{where} cavitates: NPSHA {npsha} is below NPSHR {npshr}.',
  'finding.ofIsNotJudgedCount': '{checkName} of {where} is not judged: {names} {count, plural, one {is} other {are}} missing',
  'finding.off': 'the pump is off',
  'finding.off-curve': '{where} runs off its published curve: {flow} a unit, the curve ends at {last}.',
  'finding.one-diameter': 'no other diameters are given',
  'finding.other-duties': 'Heat alone drives the flow in {where}; it can also be {flows}. The greatest is shown.',
  'finding.other-duties2': 'The curves of {where} also cross at {flows}; the stable crossing with the greatest flow is shown.',
  'finding.power-bounded': '{where} of imposed power meets almost no flow; its head is bounded at {head}.',
  'finding.power-zero': '{where} is given no power: it adds no head.',
  'finding.pump-reversed':
    'Liquid flows backward through {where} ({flow}): its head does not hold the static head and no non-return closes.',
  'finding.pump-short': '{where} delivers nothing: its shut-off head of {shutOff} is {short} short.',
  'finding.roughness-assumed': ' and "{material}" is not in the table',
  'finding.roughness-assumed2': '{where} names no roughness{value}; {roughness} is taken.',
  'finding.set-point-missed': '{where} {how} and does not hold its {set}: nothing determines what is there at rest.',
  'finding.set-point-missed2': '{where} {how} and does not reach its set point: {found} instead of {set}, {by} off.',
  'finding.single-unit': 'one unit runs alone',
  'finding.singular': 'Something at {where} is not determined in this scenario.',
  'finding.stages-not-made': '{where} has {stages} stages; made are {made}.',
  'finding.states-cycle': 'Valves or non-returns at {where} find no lasting position in this scenario.',
  'finding.straight-inlet-short':
    '{where}: {length} of straight pipe before the inlet, {diameters} diameters. ANSI/HI 9.6.6 advises 5 or more.',
  'finding.temperature-outside': 'The liquid would reach {temperature} in {where}, where its properties are not known.',
  'finding.transition-flow':
    '{where}: Reynolds number {reynolds} lies between laminar and turbulent, where no friction law is sure.',
  'finding.trim-large':
    '{where}: impeller Ø {diameter} is cut by {share} % from the only measured curve; affinity holds to about 15 %.',
  'finding.unknown-key': 'The entry {path} is not read by this program.',
  'finding.valve-below-range': '{where} would have to pass Kv {kv}, less than it has just off its seat.',
  'finding.valve-boils':
    'The liquid boils before {where}: {pressure} at its inlet is below the {least} that a flow through it needs; its unchoked flow is shown.',
  'finding.valve-bore':
    '{where} has a bore of {valve} in a line of {line} and names no bores of its pipes: with them its FP would be {fp}.',
  'finding.valve-choked': '{where} is choked: its drop of {drop} is beyond the {chokedDrop} that still raises the flow.',
  'finding.valve-drop-beyond': '{where} would need Kv {kv} for the drop that is imposed, more than its rated {rated}.',
  'finding.velocity-low': '{where} is slow: {velocity}, below {least}; solids would settle.',
  'finding.well-test-bent':
    'Step test of {where}: the drawdown per flow does not rise with the flow. No well loss is taken; repeat the test or check its steps.',
  'finding.well-test-bent2':
    'Step test of {where}: the fitted line leaves no aquifer loss. All drawdown is taken as well loss; repeat the test or check its steps.',
} as const;
