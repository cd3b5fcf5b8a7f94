export default {
  'view.help.calculated': 'Formula',
  'view.help.explain': 'Explain {name}',
  'view.help.glossary': 'Glossary',
  'view.help.limit': 'Default limit',
  'view.help.noTerm': 'No term found.',
  'view.help.search': 'Search terms and checks',
  'view.help.source': 'Source',
} as const;
