export default {
  'working.conductance': 'heat through the wall',
  'working.in': 'heat that comes in',
  'working.out': 'heat that leaves',
} as const;
