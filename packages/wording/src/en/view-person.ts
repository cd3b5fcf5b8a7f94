export default {
  'view.person.initials': 'Initials',
  'view.person.keep': 'Keep',
  'view.person.nameAndInitialsAreShown':
    'Name and initials are shown on every version you save. They are asked once and kept on this computer.',
  'view.person.noNameEnteredYet': 'No name entered yet',
  'view.person.notNow': 'Not now',
  'view.person.shownOnEveryVersionYou': 'Shown on every version you save.',
  'view.person.shownOnTheVersionsYou': '{person}: shown on the versions you save. Click to change',
  'view.person.whatIsYourName': 'What is your name?',
  'view.person.yourName': 'Your name: {person}',
  'view.person.yourName2': 'Your name',
} as const;
