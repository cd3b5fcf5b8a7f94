export default {
  'doubt.flow-size': '{where}: {typed} means {velocity} in a bore of {bore}. Check the unit.',
  'doubt.level-datum':
    '{where}: a level of {typed} above its nozzle, which is at {elevation}. Levels are measured from the nozzle, not from the datum of the elevations.',
  'doubt.negative-head':
    '{where}: required head {head}. The flow runs by gravity, or suction and discharge of line {line} are swapped.',
  'doubt.no-non-return':
    '{where}: {running} units in parallel without a check valve in the line. If one trips, the others drive it in reverse.',
  'doubt.pipe-length': '{where}: {typed} is far longer than the other pipes, and loses {loss}. Check the unit.',
  'doubt.pressure-size': '{where}: {typed} is unlikely here, {pressure}(g). Check the unit.',
  'doubt.reading-side': '{where}: the reading of {reading} at the {side} fits the other side, {other}.',
} as const;
