// What is found in a design that is wrong or odd, and by which code programs and pages tell it.

/** What sort of thing was found: what programs and pages go by, whatever its words are. */
export type FindingCode =
  | 'addressMalformed'
  | 'addressTaken'
  | 'addressUnreadable'
  | 'alwaysCalledOff'
  | 'alwaysPaused'
  | 'approvalAsksNobody'
  | 'approvalNeedsNone'
  | 'pathUnreadable'
  | 'passedUnasked'
  | 'ticketUnanswered'
  | 'ticketCircle'
  | 'approvalOfRequester'
  | 'assignmentAfterQueue'
  | 'assignmentEmpty'
  | 'calendarFault'
  | 'calendarMissing'
  | 'calendarNeverOpen'
  | 'callEmpty'
  | 'calmOutOfRange'
  | 'carriedForEver'
  | 'cellsMiscounted'
  | 'checklistEmpty'
  | 'checklistTooLarge'
  | 'limitsCrossed'
  | 'taskTwice'
  | 'taskTooLong'
  | 'conditionEmpty'
  | 'conditionNeverHolds'
  | 'conditionTooWide'
  | 'dayNotAnswered'
  | 'dayUnreadable'
  | 'defaultRefused'
  | 'dependsOnLaterQuestion'
  | 'dueBeforeBegin'
  | 'duplicateId'
  | 'durationTooShort'
  | 'durationUnreadable'
  | 'factOfTime'
  | 'factUnknown'
  | 'factUnknownInForm'
  | 'fieldNameMalformed'
  | 'fieldNotOfKind'
  | 'fieldQuestionMisfit'
  | 'fieldQuestionUnasked'
  | 'fieldTwice'
  | 'fieldUnknown'
  | 'fieldUnseen'
  | 'fieldUnused'
  | 'fieldWithoutName'
  | 'fieldWithoutWords'
  | 'formForNobody'
  | 'formUnused'
  | 'gateFieldTwice'
  | 'gateFieldWithoutWords'
  | 'gateNotAnswered'
  | 'gatePassedOver'
  | 'goalNotOne'
  | 'goalUnreachable'
  | 'handOverTooOften'
  | 'iconUnknown'
  | 'idleCircle'
  | 'inactivityOutOfRange'
  | 'insteadRetired'
  | 'keyTwice'
  | 'keyUnusable'
  | 'kindOfAnotherDesk'
  | 'kindUnused'
  | 'ladderEmpty'
  | 'ladderLoop'
  | 'ladderNeverClimbs'
  | 'ladderNeverSetOff'
  | 'languageUnknown'
  | 'layoutEmpty'
  | 'levelForNothing'
  | 'levelNeverApplies'
  | 'levelWithoutTimes'
  | 'limitOfNothing'
  | 'limitOutOfRange'
  | 'linkCannotAnswer'
  | 'mailboxMissing'
  | 'mailboxShared'
  | 'messageMissing'
  | 'momentUnforeseeable'
  | 'moveAlwaysStopped'
  | 'moveDoesNothing'
  | 'moveSometimesStopped'
  | 'movesToItself'
  | 'nameMissing'
  | 'neverBegins'
  | 'neverKept'
  | 'neverShown'
  | 'noActivePriority'
  | 'noDoneStatus'
  | 'noTime'
  | 'noWayIn'
  | 'noWayOut'
  | 'notOfTheDesk'
  | 'nothingPromised'
  | 'offeredNever'
  | 'optionUnknown'
  | 'optionsMissing'
  | 'orderTwice'
  | 'outcomeMissing'
  | 'outcomeOutOfScale'
  | 'patternUnexplained'
  | 'patternUnusable'
  | 'planEmpty'
  | 'planTooLarge'
  | 'portalEmpty'
  | 'priorityOff'
  | 'priorityWithoutPromise'
  | 'questionTwice'
  | 'questionUnused'
  | 'rangeEmpty'
  | 'reasonNeverAsked'
  | 'reasonNotAskedHere'
  | 'recipientMissing'
  | 'referenceMissing'
  | 'rejectedNotDone'
  | 'repeatOutOfRange'
  | 'repeatTooOften'
  | 'requiredNeverShown'
  | 'rotaEmpty'
  | 'rotaFault'
  | 'rotaMissing'
  | 'roundingUnreadable'
  | 'rowNeverFits'
  | 'rowsOverlap'
  | 'rungDoesNothing'
  | 'shapeMisfit'
  | 'shareOutOfRange'
  | 'signalHole'
  | 'signalKindMissing'
  | 'signalTypeTwice'
  | 'sourceNeverAsked'
  | 'sourceTwice'
  | 'sourceUnknown'
  | 'stageCircle'
  | 'stageNeverOpens'
  | 'stagePassesAtOnce'
  | 'statusMissing'
  | 'statusTwice'
  | 'stopConditionMissing'
  | 'sureBeforeNamed'
  | 'targetMissing'
  | 'targetNeverApplies'
  | 'targetUnknown'
  | 'taskBeforeStage'
  | 'taskCircle'
  | 'taskForNobody'
  | 'textEmpty'
  | 'ticketsUnpromised'
  | 'timersCircle'
  | 'titleUnasked'
  | 'titleUntold'
  | 'tooManyFields'
  | 'translationGone'
  | 'translationLacking'
  | 'unknownInForm'
  | 'valueMisfit'
  | 'valueMissing'
  | 'waitForNothing'
  | 'wayToItself'
  | 'wayTwice'
  | 'wayWithoutWords'
  | 'weekdaysMissing'
  | 'weighingUnusable'
  | 'weightOutOfRange'
  | 'wordsMissing'

/** A change of one thing of a design: as it was, and as it shall be; null where there is none. */
export interface DesignStep {
  /** Which list (`questions`, `serviceLevels`, …), `triage` or `desk`. */
  list: string
  /** Which thing of the list, or part of triage; `#order` changes the order of the whole list, given as ids. */
  id: string
  before: unknown
  after: unknown
}

/** What puts right what was found, where there is one sensible way. */
export interface Mend {
  /** On the button: “Take it out”. */
  words: string
  steps: DesignStep[]
}

/** Something that a design names and does not hold: a thing of its own, or of the directory. */
export interface Reference {
  /** What sort of thing, in words: `team`, `catalog item`. */
  what: string
  id: string
}

/** Something that proofreading found. Errors stop publishing; remarks do not. */
export interface Finding {
  severity: 'error' | 'remark'
  /** Where it stands, as the end of an address in Design: `triage/where-it-goes#r2`. */
  place: string
  code: FindingCode
  /** For whoever mends it. */
  message: string
  mend?: Mend
  /** What is missing, where it refers to something. */
  refersTo?: Reference
  /** Of a remark that somebody has decided to leave as it is: why. */
  kept?: string
}
