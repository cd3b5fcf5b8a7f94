export default {
  'server.aBodyOfAtMost': 'a body of at most {megabytes} is allowed.',
  'server.aCsvContainsModelsOf': 'A CSV contains models of one kind. Select pumps, valves or motors only.',
  'server.aModelHasAtMost': 'A model has at most {maxAttachments} attachments.',
  'server.accessDeniedNoSessionReload':
    'Access denied: no session. Reload the page, or open the address with the key that was printed at the start.',
  'server.anAttachmentOfAtMost': 'an attachment of at most {largest} MB is allowed.',
  'server.anotherStartHasBeenUpdating':
    'Another start has been updating the tables for {waitSeconds} s. Wait until it is done, or stop it and start again.',
  'server.attachment': 'attachment {id}',
  'server.enterYourNameFirstA': 'Enter your name first: a check is signed.',
  'server.internalErrorNothingWasChanged': 'Internal error. Nothing was changed.',
  'server.invalidAddressExpectedAPath': 'Invalid address. Expected: a path such as /api/studies.',
  'server.isMissingTheWebApplication': '{index} is missing: the web application is not built',
  'server.itContainsNoPumpValve': 'It contains no pump, valve or motor.',
  'server.modelAlreadyExists': 'Model "{key}" already exists.',
  'server.modelInTheCatalogue': 'model {id} in the catalogue',
  'server.modelInTheCatalogue2': 'model {modelId} in the catalogue',
  'server.modelOfThoseInThe': 'model of those in the catalogue',
  'server.notEnoughMemoryNothingWas': 'Not enough memory. Nothing was changed.',
  'server.notFound': 'Not found: {what}.',
  'server.onlyPagesOfCedarKnot': 'Only pages of Cedar Knot on this computer are allowed.',
  'server.reportTemplate': 'report template {id}',
  'server.revisionOfModel': 'revision {revision} of model {id}',
  'server.stoppedAfterSOfCalculation':
    'Stopped after {limitSeconds} s of calculation. Is the study larger than it has to be? Nothing was changed.',
  'server.study': 'study {id}',
  'server.templatesAlreadyExistRemoveOne': '{maxTemplates} templates already exist. Remove one that is not used.',
  'server.theBodyIsNotJson': 'The body is not JSON: {message}.',
  'server.theDatabaseDoesNotRespond': 'The database does not respond; it is being restarted.{unsure}',
  'server.theDatabaseDoesNotRespond2': 'the database does not respond',
  'server.theDatabaseRespondsAgain': 'the database responds again',
  'server.theDiskIsFullNothing': 'The disk is full: nothing was changed. Make room, then try again.',
  'server.theListsOfTheCatalogue': 'the lists of the catalogue: {done} models looked at anew',
  'server.theModelHasRevisionYours':
    'The model has revision {revision}; yours is based on revision {revision2}. Nothing was overwritten.',
  'server.theStudyWasSavedElsewhere':
    'The study was saved elsewhere as version {version}; yours is based on version {seen}. Nothing was overwritten.',
  'server.theTablesCouldNotBe':
    'The tables could not be updated: {message}. Nothing was lost; the next start continues from here.',
  'server.theTablesOfTheDatabase': 'the tables of the database',
  'server.thisSaveIdIsUsed':
    'This save id is used for version {version} with another document. Send it with a new id. Nothing was changed.',
  'server.tooLarge': 'Too large: {what}',
  'server.tooManyRequestsAreWaiting': 'Too many requests are waiting. Try again in a moment; nothing was changed.',
  'server.unknownKindOfFileExpected': 'Unknown kind of file. Expected: PDF, PNG or JPEG.',
  'server.versionOfStudy': 'version {version} of study {id}',
  'server.whetherTheChangeWasSaved': ' Whether the change was saved is not known: check, or send it again.',
} as const;
