export default {
  'view.help.calculated': 'Formula',
  'view.help.explain': 'Explain {name}',
  'view.help.glossary': 'Glossary',
  'view.help.limit': 'Default limit',
  'view.help.noTerm': 'No term found.',
  'view.help.search': 'Search terms and checks',
  'view.help.source': 'Source',
  'view.help.tourStop': 'Tour, stop {n} of {of}',
  'view.help.tourProfile': 'Elevation profile',
  'view.help.tourProfileText':
    'The line from its beginning to its end with the hydraulic grade of every scenario. The pump lifts it, pipes and valves lower it; where it meets the vapour pressure line, the liquid boils.',
  'view.help.tourSheet': 'Line sheet',
  'view.help.tourSheetText':
    'One row for each element in flow direction. Select a row and type: “150 m DN150 sch 40, 4 elbow-90-long”. The row at the bottom adds the next element.',
  'view.help.tourScenarios': 'Scenarios',
  'view.help.tourScenariosText':
    'Every operating case is solved with each change. A card shows its flow, its head and its worst margin; select it, or press its digit. Shift and a click compares.',
  'view.help.tourCurves': 'Curves',
  'view.help.tourCurvesText':
    'System head curves against the curves of the pump, the operating point of each scenario where they meet. Drag a handle: speed, diameter and opening follow.',
  'view.help.tourPumps': 'Pumps',
  'view.help.tourPumpsText':
    'Every pump of the catalogue in the place of this one, judged in every scenario. A typical curve is a beginning: replace it by a model here.',
  'view.help.tourMargins': 'Margins',
  'view.help.tourMarginsText':
    'Each check in each scenario with its value and its limit. Select a figure for its calculation; limits can be entered for the study, with a reason.',
  'view.help.tourReport': 'Report',
  'view.help.tourReportText':
    'The calculation as a document with data sheets: PDF, XLSX or CSV. Issue a revision to freeze what it says.',
  'view.help.tourEnd': 'End the tour',
  'view.help.tourBack': 'Back',
  'view.help.tourNext': 'Next',
  'view.help.tourDone': 'Done',
  'view.help.tourOffer': 'New here? A tour of seven stops shows this study from its profile to its report.',
  'view.help.tourBegin': 'Take the tour',
  'view.help.tourNo': 'No tour',
  'view.help.news': 'What is new',
  'view.help.newsBeginnings':
    'New study begins from nine services, from a study of your own, or from a copy, solved before it exists.',
  'view.help.newsList': 'A study from a table of lines: XLSX, CSV or pasted rows.',
  'view.help.newsDrop': 'Any file can be dropped on any page.',
  'view.help.newsScreens': 'Every view on a tablet and at 200 % zoom.',
  'view.help.examples': 'Examples',
  'view.help.examplesText': 'A whole study of each service, to look around in. It opens as a study of its own.',
  'view.help.exampleTitle': 'Example: {service}',
  'view.help.add': 'Add {id}',
  'view.help.addAPump': 'Add a pump',
  'view.help.addAValve': 'Add a control valve',
  'view.help.toTheSystem': 'To the system',
} as const;
