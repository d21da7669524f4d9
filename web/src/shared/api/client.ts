// The one place that talks to the server.
import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

type Schemas = components['schemas']
export type Session = Schemas['Session']
export type Fitting = Schemas['FittingOut']
export type FittingRow = Schemas['FittingRow']
export type FittingPatch = Schemas['FittingPatch']
export type Facts = Schemas['Surfer']
export type Water = Schemas['Water']
export type Board = Schemas['Board']
export type RackBoard = Schemas['BoardOut']
export type Break = Schemas['BreakOut']
export type BreakIn = Schemas['BreakIn']
export type Words = Schemas['Words']
export type Line = Schemas['LineOut']
export type Answer = Schemas['Answer']
export type Bench = Schemas['Bench']
export type Ranked = Schemas['RackPlace']
export type SizeResult = Schemas['SizeResult']
export type Windows = Schemas['Windows']
export type SettledSize = Schemas['SettledSize']
export type Need = Schemas['Need']
export type Caution = Schemas['Caution']
export type FinsOut = Schemas['FinsOut']
export type FinsRead = Schemas['FinsRead']
export type Order = Schemas['OrderOut']
export type OrderIn = Schemas['OrderIn']
export type OrderRow = Schemas['OrderRow']
export type OrderPatch = Schemas['OrderPatch']
export type OrderState = Order['state']
export type Orderable = Schemas['Orderable']
export type ShopTerms = Schemas['ShopTerms']
export type Terms = Schemas['Terms']
export type NextStep = Schemas['NextStep']
export type Gear = Schemas['Gear']
export type Looks = NonNullable<Schemas['GearChoice']['trade_in']>
export type Quiver = Schemas['QuiverOut']
export type Owned = Schemas['OwnedOut']
export type OwnedPatch = Schemas['OwnedPatch']
export type QuiverNext = Schemas['QuiverNext']
export type QuiverTrip = Schemas['QuiverTrip']
export type QuiverPlan = Schemas['QuiverPlan']
export type QuiverMonths = Schemas['QuiverMonths']
export type Log = Schemas['LogOut']
export type LoggedSession = Schemas['SessionOut']
export type SessionIn = Schemas['SessionIn']
export type SessionPatch = Schemas['SessionPatch']
export type Kept = Schemas['KeptOut']
export type HourSays = Schemas['HourSays']
export type LearningPatch = Schemas['LearningPatch']
export type Learning = Schemas['Learning']
export type TrialOut = Schemas['TrialOut']
export type Verdict = Schemas['Verdict']
export type People = Schemas['PeopleOut']
export type Role = People['people'][number]['role']
export type LinkOut = Schemas['LinkOut']
export type LinkSays = Schemas['LinkSays']
export type SignedIn = Schemas['SignedInList']
export type SecondFactor = Schemas['SecondFactorOut']
export type Customers = Schemas['CustomersOut']
export type Customer = Schemas['CustomerOut']
export type CustomerPatch = Schemas['CustomerPatch']
export type Erased = Schemas['Erased']
export type Tokens = Schemas['TokensOut']
export type Numbers = Schemas['NumbersOut']
export type Jobs = Schemas['JobsOut']
export type NumbersRead = Schemas['NumbersRead']
export type TableNumber = Schemas['NumberOut']
export type Revisions = Schemas['RevisionsOut']
export type FittingNumbers = Schemas['FittingNumbers']
export type Sale = Schemas['SaleOut']
export type Sales = Schemas['SalesOut']
export type Advice = Schemas['AdviceOut']
export type Hooks = Schemas['HooksOut']
export type NumbersEffect = Schemas['EffectOut']
export type TrailPage = Schemas['TrailOut']
export type SeriesOut = Schemas['SeriesOut']
export type TrackOut = Schemas['TrackOut']
export type DemoPair = Schemas['DemoPairOut']
export type Loan = Schemas['LoanOut']
export type LoanPatch = Schemas['LoanPatch']
export type Findings = Schemas['FindingsOut']
export type TrackEdit = Schemas['TrackEdit']
export type GearChoice = Schemas['GearChoice']
export type GearResult = Schemas['GearResult']
export type BuildFit = Schemas['BuildFit']
export type FinFit = Schemas['FinFit']
export type Faces = Schemas['Faces']
export type Ride = Schemas['RideResult']
export type Why = Schemas['Why']
export type Derivation = Schemas['Derivation']
export type WhyNot = Schemas['WhyNot']
export type Compared = Schemas['Compared']
export type Pins = Schemas['Pins']
export type FittingDocument = Schemas['FittingDocument']
export type Demand = Schemas['Demand']
export type BoardPut = Schemas['BoardPut']
export type SheetOf = Schemas['Sheet']
export type Tape = Schemas['TapeResult']
export type TapeReading = Schemas['Reading']
export type TradeIn = Schemas['TradeIn']
export type RangeOf = Schemas['RangeResult']
export type Beside = Schemas['Beside']
export type ReadTable = Schemas['ReadOut']
export type Curves = Schemas['Curves']
export type GaugeOut = Schemas['GaugeOut']
export type PhotographOut = Schemas['PhotographOut']
export type Found = Schemas['Found']
export type Doubts = Schemas['Doubts']
export type WholeRack = Schemas['WholeRack']
export type BreakClimate = Schemas['BreakClimate']
export type Now = Schemas['Now']
export type Buoy = Schemas['BuoyOut']
export type BuoyIn = Schemas['BuoyIn']
export type FilesRead = Schemas['FilesRead']
export type FlowsRead = Schemas['FlowsRead']
export type Seen = Schemas['SeenOut']
export type SeenIn = Schemas['Seen']
export type Calibrated = Schemas['CalibrateResult']
export type SurfableDays = Schemas['SurfableDays']
export type Shore = Schemas['Shore']
export type HoursAsked = Schemas['HoursAsked']

/** What the API says when something cannot be: the field, what was given, what is allowed. */
export interface Fault {
  field: string
  value: unknown
  message: string
}

/** A call that the server refused. `current` is the ticket as it stands, on a conflict. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly fault: Fault,
    readonly current?: Fitting,
  ) {
    super(fault.message)
  }
}

/** What is said where a call came to nothing. */
export const NO_ANSWER = 'The server does not answer.'

/** Why a call failed, in a sentence: what the server said against it, or that it does not answer. */
export function failureText(error: unknown): string {
  return error instanceof ApiError ? error.fault.message : NO_ANSWER
}

let token = ''

/** The header that posts need, where one talks to the server by hand. */
export function tokenHeader(): Record<string, string> {
  return { 'X-CSRFToken': token }
}

let page = new AbortController()

/** Nothing more is asked by a page that is left, and nothing on its way is waited for. */
export function leavePage(): void {
  page.abort()
}

/** The page is not left after all. */
export function stayOnPage(): void {
  page = new AbortController()
}

/** Sends within the same tick, before the screen is drawn again: the server works while it is. */
function withToken(request: Request): Promise<Response> {
  if (request.method === 'GET')
    return window.fetch(request, { signal: AbortSignal.any([request.signal, page.signal]) })
  request.headers.set('X-CSRFToken', token)
  return window.fetch(request)
}

export const api = createClient<paths>({ baseUrl: window.location.origin, fetch: withToken })

/** Keep the token that posts need. */
export function useToken(given: string): void {
  token = given
}

/** The generated client's calls know lists, not pairs and triples: the same document with lists for them. */
export type Listed<T> = T extends readonly (infer U)[]
  ? Listed<U>[]
  : T extends object
    ? { [K in keyof T]: Listed<T[K]> }
    : T

/** What a call of the generated client gives. */
export interface Told<T> {
  data?: T
  error?: unknown
  response: Response
}

function faultOf(error: unknown, status: number): Fault {
  const known = (error as { error?: Fault } | undefined)?.error
  return known ?? { field: 'request', value: null, message: `The server answered ${status}.` }
}

let lost: () => void = () => undefined

/** Called when the server says that nobody is signed in any more, or that the page's token is too old. */
export function onSessionLost(handler: () => void): void {
  lost = handler
}

/** Unpack an answer, of the call's own type; throws `ApiError`, or the network's own error. On a
 * page that is left nothing comes any more. */
export async function unwrap<T>(call: Promise<Told<Listed<T>>>): Promise<T> {
  const { signal } = page
  const { data, error, response } = await call.catch((failed: unknown) => {
    if (!signal.aborted || (failed as Error).name !== 'AbortError') throw failed
    return new Promise<Told<Listed<T>>>(() => undefined)
  })
  if (response.ok) return data as unknown as T
  const fault = faultOf(error, response.status)
  if (response.status === 401 || fault.field === 'csrf') lost()
  const current = (error as { current?: Fitting } | undefined)?.current
  throw new ApiError(response.status, fault, current)
}
