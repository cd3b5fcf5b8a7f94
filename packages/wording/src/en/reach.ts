export default {
  'reach.atmosphere': 'The atmosphere',
  'reach.fewer-readings': 'There are fewer readings than inputs to be found: enter more, or choose one input.',
  'reach.givesIn': '{who} gives {m}; in {beside} {m2}.',
  'reach.height': 'The height over the pump',
  'reach.iskindSelectYesOtherOf': '{who} {isKind, select, yes {take} other {takes}} {m} of the {m2} there is; in {beside} {m3}.',
  'reach.level': 'The level',
  'reach.no-input': 'Nothing stands there that could be found: choose another input.',
  'reach.no-readings': 'No reading is used: enter what instruments showed, and tick those that count.',
  'reach.not-apart':
    'The two inputs move these readings alike: they cannot be told apart. Read elsewhere too, or choose one of them.',
  'reach.not-felt':
    'These readings do not feel this input: it could be anything. Read something that it moves, or choose another input.',
  'reach.not-solved': 'The study does not solve where it was read: see what it says of that scenario.',
  'reach.pipes': 'The pipes',
  'reach.rest': 'What is left of the way',
  'reach.supply': 'The supply',
  'reach.surface': 'The pressure on the surface',
  'reach.vapour': 'The vapour pressure',
} as const;
