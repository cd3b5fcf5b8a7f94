export default {
  'view.working.backTo': 'back to {addressName}',
  'view.working.closeTheWorking': 'Close the working',
  'view.working.copyTheWholeAsText': 'copy the whole as text',
  'view.working.entered': 'entered {typed}',
  'view.working.pressForItsWorking': 'press for its working',
  'view.working.steps': 'Steps',
  'view.working.thisFigureIsEnteredOr':
    'This figure is entered, or found by solving the whole system: no formula gives it alone.',
  'view.working.whatRestsOn': 'What {addressName} rests on',
  'view.working.wholeChain': 'Whole chain',
  'view.working.working': 'Working',
  'view.working.workingOf': 'working of',
  'view.working.workingOf2': 'Working of {selected}',
} as const;
