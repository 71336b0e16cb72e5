import createClient from 'openapi-fetch'
import type { components, paths } from './generated'
import { ask } from './kept'

type Schemas = components['schemas']
export type PlanRequest = Schemas['PlanRequest']
export type PlanResponse = Schemas['PlanResponse']
export type LineIn = Schemas['LineIn']
export type SavedLine = Schemas['LineOut']
export type Sensitivity = Schemas['SensitivityResponse']
export type Sensitive = Schemas['SensitiveOut']
export type SensitiveOutTurn = Sensitive['low']
export type ReadingName = Sensitive['reading']
export type WhatIf = Schemas['WhatIfResponse']
export type Who = Schemas['WhoResponse']
export type Share = Schemas['ShareOut']
export type Call = Schemas['CallOut']
export type Setup = Schemas['SetupOut']
export type Odds = Schemas['OddsOut']
export type Care = Schemas['CareOut']
export type Method = Schemas['MethodOut']
export type Catalogue = Schemas['CatalogueOut']
export type SchoolsResponse = Schemas['SchoolsResponse']
export type SchoolRow = Schemas['SchoolRowOut']
export type LedgerRow = Schemas['LedgerRowOut']
export type RuledOut = Schemas['RuledOutOut']
export type Course = Schemas['CourseOut']
export type CourseHole = Schemas['HoleOut']
export type CourseInfo = Schemas['CourseRow']
export type CourseRead = Schemas['CourseRead']
export type CourseDrawn = Schemas['CourseDrawn']
export type CourseRedrawn = Schemas['CourseRedrawn']
export type KeepGreens = Schemas['KeepGreens']
export type MappedLine = Schemas['MappedLineOut']
export type Calibration = Schemas['CalibrationOut']
export type CalibrationInfo = Schemas['CalibrationRowOut']
export type Swap = Schemas['SwapOut']
export type Player = Schemas['PlayerOut']
export type PlayerNew = Schemas['PlayerNew']
export type Settings = Schemas['SettingsOut']
export type Shot = Schemas['ShotOut']
export type Day = Schemas['DayIn']
export type SavedDay = Schemas['DayOut']
export type OnDay = Schemas['OnDayOut']
export type TwoDays = Schemas['TwoDaysResponse']
export type TwoDaysRequest = Schemas['TwoDaysRequest']
export type DaySheetRequest = Schemas['DaySheetRequest']
export type DaySheet = Schemas['DaySheetResponse']
export type Mast = Schemas['MastOut']
export type Club = Player['clubs'][number]
export type PlayerEdit = Schemas['PlayerEdit']
export type Bag = Schemas['BagOut']
export type Booking = Schemas['BookingOut']
export type BookingIn = Schemas['BookingIn']
export type BookSort = NonNullable<NonNullable<paths['/api/book']['get']['parameters']['query']>['sort']>
export type BookPage = Schemas['BookPage']
export type BookSummary = Schemas['BookSummary']
export type LieRate = Schemas['LieRateOut']
export type Rate = Schemas['RateOut']
export type Learnt = Schemas['LearntOut']
export type Effect = Schemas['EffectOut']
export type MissName = Booking['misses'][number]
export type FaultRequest = Schemas['FaultRequest']
export type FaultResponse = Schemas['FaultResponse']
export type Drills = Schemas['DrillsOut']
export type Drill = Schemas['DrillOut']
export type PracticeWish = Schemas['PracticeWish']
export type PracticeSession = Schemas['PracticeOut']
export type ReadyDrill = Schemas['ReadyDrillOut']
export type ReadyStation = Schemas['StationOut']
export type DrillMark = Schemas['MarkOut']
export type KeptPractice = Schemas['KeptPracticeOut']
export type SessionPart = KeptPractice['parts'][number]
export type StationRun = SessionPart['stations'][number]
export type PracticeKeep = Schemas['PracticeKeep']
export type SeasonIn = Schemas['SeasonIn']
export type Clinic = Schemas['ClinicOut']
export type ClinicIn = Schemas['ClinicIn']
export type Progress = Schemas['ProgressOut']
export type Eye = Schemas['EyeOut']
export type EyeKind = Schemas['EyeKindOut']
export type Scene = Schemas['SceneOut']
export type ScenePicture = Scene['pictures'][number]
export type Asked = Scene['asked'][number]
export type Score = Schemas['ScoreOut']
export type Trial = Schemas['TrialOut']
export type TrialNew = Schemas['TrialNew']
export type WholeIn = Schemas['WholeIn']
export type Stock = Schemas['StockOut']
export type Monitor = Schemas['MonitorOut']
export type Landed = Schemas['LandedOut']
export type Meant = Schemas['MeantIn']
export type MeasureGround = Schemas['MeasureGround']
export type GroundRead = Schemas['GroundRead']
export type CourseGround = Schemas['CourseGroundOut']
export type Preview = Schemas['PreviewOut']
export type Matched = Schemas['MatchedIn']
export type Import = Schemas['ImportOut']
export type Held = Schemas['HeldOut']
export type ReadStage = Schemas['ReadStage']
export type Merged = Schemas['MergedOut']
export type Lesson = Schemas['LessonOut']
export type LessonRow = Schemas['LessonRowOut']
export type LessonIn = Schemas['LessonIn']
export type LessonItem = Lesson['done'][number]
export type ItemIn = Schemas['LessonItemIn']
export type Thing = Lesson['sheets'][number]['things'][number]
export type ThingIn = Schemas['ThingIn']
export type LessonSheetData = Lesson['sheets'][number]
export type Prepared = Schemas['PreparedOut']
export type Recording = Schemas['RecordingOut']
export type Photograph = Schemas['PhotographOut']
export type SlopeLines = Schemas['SlopeLinesIn']
export type CardsRequest = Schemas['CardsRequest']
export type Card = Schemas['CardOut']
/** How far a batch of cards is, and the one that has just become whole. */
export interface CardsStage {
  done: number
  of: number
  card: Card | null
}
export type CardKind = Card['kind']
export type CardCell = NonNullable<Card['rows'][number]['cells'][number]>
export type Found = Schemas['FoundOut']
export type Link = Schemas['LinkOut']
export type Take = Schemas['TakeOut']
export type Session = Schemas['SessionOut']
export type ErrorItem = Schemas['ErrorItem']

/** Where the server is: where the page came from. */
export const ORIGIN = typeof location === 'undefined' ? 'http://localhost' : location.origin

export const client = createClient<paths>({
  baseUrl: `${ORIGIN}/`,
  fetch: ask,
})

/** What the server refused, each with the field and the fix. */
export class RefusedError extends Error {
  constructor(
    readonly items: ErrorItem[],
    readonly status = 422,
  ) {
    super(items.map((i) => `${i.field} ${i.problem} ${i.fix}`).join(' '))
  }
}

interface Answer<T> {
  data?: T
  error?: unknown
  response?: Response
}

/** Unwrap an answer; throws RefusedError when the server says why, a plain Error when it can't be reached. */
export function unwrap<T>({ data, error, response }: Answer<T>): T {
  if (data !== undefined) return data
  const items = (error as { errors?: ErrorItem[] } | undefined)?.errors
  if (items) throw new RefusedError(items, response?.status)
  throw new Error('Veltrin gave no usable answer. Check that it is still running.')
}

/** Do what answers with nothing, such as deleting; throws as unwrap does. */
export function done({ error, response }: Answer<unknown> & { response: Response }): void {
  if (!response.ok) unwrap({ error, response })
}
