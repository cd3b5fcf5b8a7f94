export default {
  'table.ambiguous-number':
    'Column "{header}": "{found}" is {point} with a decimal point, {comma} with a decimal comma. Select the decimal sign.',
  'table.ambiguous-unit': 'Column "{header}": the head says {unit}, the row of units {other}. Correct one of them.',
  'table.input-power': 'Column "{header}" is the electrical input power of the motor; it is not used as shaft power.',
  'table.best-at-end': 'Best efficiency is at the end of the curve: the BEP is beyond it.',
  'table.column-twice': 'Column "{header}" repeats {column}; "{other}" is used.',
  'table.efficiency-high': 'Efficiency {efficiency}, above 93 %: not plausible.',
  'table.efficiency-power': 'Efficiency {efficiency} does not agree with the power, {byPower} (ρ·g·Q·H/P).',
  'table.flow-not-rising': 'Flow must increase: {flow} after {flow2}.',
  'table.head-rises': 'Head increases with flow: {head} after {head2}.',
  'table.missing': 'Missing {column}.',
  'table.no-columns':
    'Unknown columns: {found}. Expected: a table of pumps (flow and head) or of valves (rated Kv or Cv, or travel and Kv).',
  'table.not-number': 'Invalid number "{found}" for {column}.',
  'table.npshr-falls': 'NPSHR decreases with flow: {head} after {head2}.',
  'table.rated_cv': 'rated Cv',
  'table.rated_kv': 'rated Kv',
  'table.trim-above': 'The curve of this smaller diameter is above that of a larger one: {head}, {head2}.',
  'table.unit-assumed': 'Column "{header}" has no unit; {unit} is used. Expected: "{header} [{unit}]".',
  'table.unknown-column': 'Unknown column "{header}"; it is not used.',
  'table.unknown-type': 'Unknown type "{found}"; "other" is used. Expected: {known}.',
  'table.unknown-unit': 'Invalid unit "{found}" in column "{header}".',
} as const;
