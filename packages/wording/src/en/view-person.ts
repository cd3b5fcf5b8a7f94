export default {
  'view.person.initials': 'Initials',
  'view.person.keep': 'Keep',
  'view.person.nameAndInitialsStandOn':
    'Name and initials stand on every version that you save. It is asked once, and kept on this machine.',
  'view.person.nobodyHasSaidYetWho': 'Nobody has said yet who works here',
  'view.person.notNow': 'Not now',
  'view.person.standsOnEveryVersionThat': 'Stands on every version that you save.',
  'view.person.standsOnWhatYouSave': '{person}: stands on what you save; press to change',
  'view.person.whoWorksHere': 'Who works here: {person}',
  'view.person.whoWorksHere2': 'Who works here',
  'view.person.whoWorksHere3': 'Who works here?',
} as const;
