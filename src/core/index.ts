/** The face of the core: all that the other rooms may import. What is not here is the core’s own business. */

export { pairTo } from './advice/balance'
export type { CalculationLabel, CalculationLine } from './advice/calculation'
export { type CorrectedOften, correctedOften } from './advice/correctedOften'
export { type Dilution, MOST_REPLACED } from './advice/dilution'
export { bathersIn, dosingCycleOf } from './advice/dosingCycle'
export { byLabel, dueReadings, isDue } from './advice/due'
export { feederIncompatibility } from './advice/feederIncompatibility'
export { type Cover, type Handling, handlingOf, type Jets, whyNotAfter } from './advice/handling'
export { inconsistencies } from './advice/inconsistencies'
export { type Overdone, overdone } from './advice/overdone'
export { overdoseHelp } from './advice/overdose'
export { dosePlan, type PlanOptions, planContext } from './advice/plan'
export type { Plan, PlanNote, PlanStep, Purpose } from './advice/planTypes'
export type {
  BalanceReason,
  Lasting,
  NoteReason,
  RaisedReason,
  StepReason,
  WaitReason,
} from './advice/reasons'
export { OBJECTIVES, type Objective } from './advice/recipe'
export { scheduleOf, waitBefore } from './advice/schedule'
export { filledShelf, type ShelfItem, sourcesOf, usualShelf } from './advice/shelf'
export { bandOf, type QuantityState, stateOf } from './advice/state'
export { journeyTo } from './advice/whatIf'
export {
  between,
  encoded,
  type Lab,
  type LinearRgb,
  labOf,
  linearOf,
  linearOfHex,
} from './colour/colour'
export {
  type Estimate,
  estimate,
  estimateOfReading,
  isStale,
  type QuantityEstimate,
} from './estimate/estimate'
export {
  type Ahead,
  type Fan,
  type FanPoint,
  type ForecastPoint,
  fanOf,
} from './estimate/forecast'
export { advanceEnsemble, CLEARS_TWICE_AT } from './estimate/learning/advanceEnsemble'
export {
  type Checkpoint,
  ensembleOf,
  expectedOf,
  goOn,
  MEMBERS,
  startEnsemble,
  takeEntry,
} from './estimate/learning/ensemble'
export {
  copyEnsemble,
  type Ensemble,
  fewOf,
  foretelling,
  type Spread,
} from './estimate/learning/ensembleState'
export { estimateNow } from './estimate/learning/estimateNow'
export {
  boundOf,
  COMBINED_SHARE,
  demandMmol,
  metAtOnce,
  oxidisedOf,
  passTime,
  WASTE_FADES,
} from './estimate/learning/kinetics'
export { weeklyUse } from './estimate/learning/weeklyUse'
export { demandOf } from './estimate/rates'
export { type StabiliserBuildup, stabiliserBuildup } from './estimate/stabiliserBuildup'
export {
  DISINFECTION_EFFECT,
  EVAPORATES_PER_HOUR,
  FILL_CELSIUS,
  FILTER_FULL_AT,
  keptInLight,
  lossAtTemperature,
  OPEN_AROUND_SOAK,
  USUAL_SURROUNDINGS,
} from './estimate/surroundings'
export { fillWaterOf, quantityOf } from './estimate/testedWater'
export {
  livesOf,
  trajectoryOf,
  type WaterLifeEntries,
  type WaterLifeTrajectory,
} from './estimate/trajectory'
export { energyThrough } from './heat/energyThrough'

export {
  cooledTo,
  heatingHours,
  holdingPowerKw,
  thermostatTo,
  timeConstantFrom,
  usualHeater,
  warmingKilowattHours,
} from './heat/heat'
export { type HoursUntil, type PowerCut, powerCut } from './heat/powerCut'
export {
  type HeatSettings,
  meanPrice,
  priceByHour,
  USUAL_HEAT_SETTINGS,
  WAYS_OF_WARMING,
} from './heat/settings'
export {
  heatOf,
  kilowattHoursPerKelvin,
  type LearntFigure,
  restingCelsius,
  type TubHeat,
} from './heat/tubHeat'
export {
  airOver,
  type TurnUp,
  tooWarmAbove,
  turnUpFor,
  type Warming,
  type WarmWeek,
  warmWeek,
} from './heat/warmWeek'
export { weeklyClimb } from './heat/weeklyClimb'
export { notAhead } from './journal/aheadOfClock'
export { bearing } from './journal/bearing'
export {
  type Answers,
  answers,
  CAUSES,
  type CauseId,
  isCause,
  isQuestion,
  NOT_KNOWN,
  QUESTION_IDS,
  QUESTIONS,
  type QuestionId,
} from './journal/causeId'
export { type ChoreId, isChoreId, isPresetChore, type PresetChoreId } from './journal/choreId'
export { cleansFilter } from './journal/cleansFilter'
export { closedDownSince } from './journal/closedDown'
export {
  type ChoreBody,
  type DoseBody,
  ENTRY_KINDS,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type EntryOf,
  type FilterBody,
  inOrder,
  isKind,
  type NewEntry,
  type Objection,
  SENSES_OF_WATER,
} from './journal/entry'
export { currentBody, ENTRY_VERSION } from './journal/entryVersion'
export { FILTER_ACTS, type FilterAct, SOAK_RECIPES, type SoakRecipeId } from './journal/filterAct'
export { isHeavy, loadOf, type SoakLoad } from './journal/load'
export { cutsIn, type NotedCut } from './journal/powerCut'
export { settle } from './journal/settled'
export {
  EMERGENCIES,
  type Emergency,
  isTrouble,
  SENSES,
  type Sense,
  SIGNS,
  SIGNS_OF,
  type Sign,
  UNCLEAR,
} from './journal/sign'
export { STAGE_IDS, type StageId } from './journal/stageId'
export { isStartStep, type StartStepId } from './journal/startStepId'
export { addEffect, addProduct, spend } from './products/addProduct'
export { describeEffect } from './products/describeEffect'
export { type Incompatibility, incompatibilityIn } from './products/incompatibilities'
export {
  doseUnit,
  fromDose,
  gramsInMeasure,
  inSpoons,
  MEASURES,
  type OwnScoop,
  roundToMeasure,
  shownDose,
  toDose,
} from './products/measure'
export {
  type LabelRule,
  labelGrams,
  PRODUCT_NAMES,
  PRODUCTS,
  type Product,
  type ProductFamily,
  type ProductName,
} from './products/product'
export { type StrengthOnLabel, strengthOnLabel } from './products/strength'
export {
  effectOf,
  LIQUID_DENSITY,
  type Strength,
  SUBSTANCE_NAMES,
  type SubstanceName,
} from './products/substance'
export { type CellDoubt, type CellFault, type CellStatus, cellDoubt } from './programmes/cell'
export { type FeederKind, feederOf, hasChlorinePart, tabletsAWeek } from './programmes/feederKind'
export {
  type Band,
  bringsNoStabiliser,
  floorBroken,
  HEALTH_FLOOR,
  HOTTEST_CELSIUS,
  keepOutAbove,
  MOST_KEEP_OUT_ABOVE,
  middle,
  PROGRAMMES,
  type PresetId,
  type Programme,
  type ProgrammeId,
  programmeOf,
  type Targets,
  width,
} from './programmes/programme'
export { type SwitchReason, switchAdvice } from './programmes/switching'
export { NINE_IN_TEN, normal, seeded } from './random'
export {
  type Comparison,
  type Finding,
  findingsOf,
  type TrendFindings,
  type Why,
} from './record/findings'
export { type ItemLife, itemLives } from './record/items'
export { type Log, type LoggedClosure, logOf, type ReadingPair, shopPairs } from './record/log'
export { type PackedTrends, packTrends, unpackTrends } from './record/packTrends'
export type { Behaviour } from './record/rates'
export type { RateMean } from './record/statistics'
export {
  EVENT_LANES,
  type EventLane,
  LONGEST_WITH_LINES,
  type Trended,
  type TrendLane,
  type Trends,
  trendsOf,
} from './record/trends'
export { firstDoses, firstSteps, refillNeeds } from './refill/firstDoses'
export { type LevelAhead, levelAhead } from './refill/levelAhead'
export { DILUTED, type Diluted, partialChange } from './refill/partialChange'
export { type Rate, type Rates, ratesOf } from './refill/rates'
export { type RefillReason, refillReasons, SOLIDS_ABOVE_FILL_PPM } from './refill/refillDue'
export {
  type Blocked,
  type Constraints,
  countedBack,
  type RefillSchedule,
  type ScheduledStage,
  type StageProgress,
  scheduleForward,
} from './refill/refillSchedule'
export { DRAIN_PLACES, DRAIN_WAYS, type RefillSettings, USUAL_SETTINGS } from './refill/settings'
export { type Refill, refillOf, type Stage, type StageConflict } from './refill/stages'
export { topUpOf } from './refill/topUp'
export { beforeLeaving } from './routine/beforeLeaving'
export { type FeederAdvice, type FeederMove, TABLET_GRAMS } from './routine/feeder'
export { type AwayAdvice, awayAdvice, LONGEST_UNATTENDED_DAYS } from './routine/routine'
export {
  CELL_START,
  isTicked,
  type StartProgress,
  type StartStep,
  type StartStepNow,
} from './routine/startUp'
export { treatmentsOpen, wayOut } from './routine/wayOut'
export { COVER_MINUTES, handlingWhile, type ShockDue } from './soaks/shock'
export { shocksIn } from './soaks/shocks'
export { loadTogether, type Outcome, openSoaks, outcomeOf } from './soaks/ways'
export { strengthAt, weakens } from './supplies/ageing'
export { type Costs, costsOf, type Prices, SPENT_ON, type SpentOn } from './supplies/costs'
export type { KitStock, StockFacts } from './supplies/stock'
export {
  conflictsOf,
  type Keeping,
  keepingOf,
  type PoolOnly,
  poolOnly,
  type StorageConflict,
} from './supplies/storage'
export {
  type Lasts,
  lastsUntil,
  packsFor,
  type RunsOut,
  rateOfUse,
  runsOut,
  type Use,
} from './supplies/use'
export { type DeviceReply, REPLY_STATES, type ReplyRefusal, readReply } from './testing/device'
export {
  type DropsLayoutId,
  type DropTest,
  dropReading,
  genericDrops,
  genericStrips,
  type Kit,
  type KitSpec,
  kitError,
  type Mark,
  marksOf,
  type StripLayoutId,
  type StripPad,
  USUAL_DIP_SECONDS,
  USUAL_WAIT_SECONDS,
  undiluted,
} from './testing/kit'
export { findChart } from './testing/photo/findChart'
export { findStrip } from './testing/photo/findStrip'
export { chartOf, isTaught } from './testing/photo/matchPad'
export { along, distance, type Picture, type Point } from './testing/photo/picture'
export {
  LEAST_PIXELS,
  MOST_MEGABYTES,
  type PictureRefusal,
  refusePicture,
  tooSmall,
} from './testing/photo/pictureFile'
export { type ChartPlacement, chartPoints, readChart } from './testing/photo/readChart'
export {
  type PadProblem,
  type PadReading,
  type PictureProblem,
  REFUSING,
  readStrip,
  type StripPlacement,
  type StripReading,
} from './testing/photo/readStrip'
export { bent } from './testing/photo/rows'
export { type Implausibility, implausibilities } from './testing/plausibility'
export {
  METHODS,
  type Method,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  type Readings,
  readingError,
  type SanitizerQuantity,
} from './testing/quantity'
export { DAY, HOUR, type Instant, MINUTE } from './time'
export type { AgendaItem } from './today/agenda'
export { type Alternative, type Question, questionsFor } from './today/alternatives'
export {
  type Closure,
  forbidsDosing,
  holdsBack,
  standsEmpty,
  waterCareOpens,
} from './today/closure'
export { type ClosureCode, closureRow } from './today/closureTable'

export { plannedDose } from './today/foreseen'
export { type GroupTurn, gathering } from './today/gathering'
export type { House } from './today/house'
export type { Way as OpeningWay } from './today/openings'
export {
  dosingOf,
  planToday,
  type SetAside,
  sanitizerStepOf,
  supposedPlan,
  type Way,
  waysToDose,
} from './today/planToday'
export { aheadAt, outlookOf, type ReadyAhead } from './today/readyAhead'
export { readyAtOf, testedAtOf } from './today/readyAt'
export { type Act, endOfDay, type HelpersWait } from './today/regimen'
export { soakAhead } from './today/soakAhead'
export { type Today, today } from './today/today'

export { choreNeeds } from './today/visit/choreNeeds'
export type { Lanes, Stretch } from './today/visit/lanes'
export { type Decisions, NO_DECISIONS, type TubAtHand } from './today/visit/situation'
export type { OrderReason } from './today/visit/task'
export { planVisit } from './today/visit/visit'
export type { Left, Merged, What } from './today/visit/visitAct'
export type { Fit, PlacedAct, PlaceReason, Visit, VisitAsked } from './today/visit/visitTypes'
export { type Case, casesIn, openCase } from './trouble/cases'
export type { Evidence } from './trouble/evidence'
export type { SettlingTest } from './trouble/nextQuestion'
export {
  type TreatmentWay,
  type TreatOrChange,
  treatOrChange,
  type WaterWay,
} from './trouble/treatOrChange'
export { type CauseFound, type Line, saysUnwell, type Trouble, trouble } from './trouble/trouble'
export {
  ACID_PARTS,
  AIMS,
  CHLORINE_WAYS,
  type Choices,
  DOSING,
  type Dosing,
  ORDERS,
  PH_RAISERS,
  type TubChoices,
} from './tub/choices'
export { LEAST_FILTRATION_HOURS, MANY_JETS_HOURS } from './tub/circulation'
export { hasMetals, inhibitorFirst, PHOSPHATE_PPM } from './tub/fillNeeds'
export { FILL_READ } from './tub/fillTest'
export {
  type MethodId,
  type Methods,
  methodOf,
  methodsFor,
  usualMethod,
  WAYS_OF_DOING,
} from './tub/methods'
export { targetsNow } from './tub/targetsNow'
export {
  EXPOSURES,
  FILL_WATER_SOURCES,
  type FillWater,
  type FillWaterSource,
  SUPPLEMENTARY_DISINFECTION,
  type Surroundings,
  TEST_RHYTHMS,
  type TestRhythm,
  TUB_KINDS,
  type Tub,
  type TubKind,
  type VolumeBasis,
  volumeLitres,
} from './tub/tub'
export {
  fromCelsius,
  fromGrams,
  fromLitres,
  fromMetres,
  type LengthUnit,
  LITRES_PER_US_GALLON,
  type MassUnit,
  MILLILITRES_PER_US_FLUID_OUNCE,
  type TemperatureUnit,
  toCelsius,
  toGrams,
  toLitres,
  toMetres,
  type VolumeUnit,
} from './units'
export {
  allChoresOf,
  type Chore,
  type ChoreChange,
  type ChoreRule,
  type ChoreText,
  choresOf,
  LANES,
  type Lane,
  presetChore,
  RAREST_DAYS,
  recurringChoresOf,
  type SchoolId,
  schoolsOf,
} from './upkeep/chore'
export { choreDoses } from './upkeep/choreDose'
export { type ChoreDue, choresDue, isOnDay, type UpkeepPlan } from './upkeep/choreDue'
export {
  FILTER_KINDS,
  type FilterEvent,
  type FilterKind,
  type FilterStatus,
  filterStatus,
  noFilterSince,
  RECIPES,
} from './upkeep/filterSet'
export { type GuestStay, STAY_KINDS } from './upkeep/guestStay'
export type { Interval } from './upkeep/interval'
export { isQuiet, type Reminder, remindersFor } from './upkeep/reminder'
export { type SeasonStrip, type StripMark, type StripRow, seasonStrip } from './upkeep/seasonStrip'
export { BEGUN_BEFORE, CLOSING, OPENING } from './upkeep/stayJobs'
export { upkeepBearing } from './upkeep/upkeepBearing'
export { equilibriumPh, loseCarbonDioxide, TRANSFER_PER_HOUR } from './water/aerate'
export { chlorineSpecies } from './water/chlorineCyanurate'
export { chlorineAfter } from './water/chlorineDecay'
export { CHLORINE_G_PER_MOL, CYANURIC_ACID_G_PER_MOL, LOG_HYPOBROMOUS } from './water/constants'
export { equilibriaFor } from './water/equilibrium'
export { evaporate } from './water/evaporate'
export { evaporationLitresPerHour, usualSurface } from './water/evaporation'
export { fastHypochlorousAcid } from './water/fastChlorine'
export { langelierIndexCarrier, saturationIndexTrade } from './water/langelier'
export { type LimitReason, makeWater } from './water/makeWater'
export { mixWater } from './water/mix'
export { calciteIndexAt, calciteSaturationIndex } from './water/saturation'
export { readWater, waterFromReading } from './water/solveWater'
export { speciate } from './water/speciation'
export { volumeByTracer } from './water/volumeByTracer'
export { type Water, type WaterReading, WITHOUT_EXTRAS } from './water/water'
export { assumedWeather, atTheWater, type Weather } from './weather'
