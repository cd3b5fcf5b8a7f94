export default {
  'view.working.backTo': 'back to {addressName}',
  'view.working.calculation': 'Calculation',
  'view.working.calculationOf': 'Calculation of {addressName}',
  'view.working.calculationOf2': 'Calculation of',
  'view.working.calculationOf3': 'Calculation of {selected}',
  'view.working.clickToShowTheCalculation': 'Click to show the calculation',
  'view.working.closeTheCalculation': 'Close the calculation',
  'view.working.copyAllAsText': 'Copy all as text',
  'view.working.entered': 'entered {typed}',
  'view.working.steps': 'Steps',
  'view.working.thisFigureIsEnteredOr':
    'This figure is entered, or results from solving the whole system. It has no formula of its own.',
  'view.working.wholeChain': 'Whole chain',
} as const;
