// Short names for the server's own types.
import type { components } from './schema';

export type Schemas = components['schemas'];

export type Head = Schemas['Head'];
export type Inputs = Head['inputs'];
export type Knot = Schemas['Knot'];
export type Stage = Knot['stage'];
export type Session = Schemas['Session'];
export type Cupboard = Schemas['Cupboard'];
export type PersonCard = Schemas['PersonCard'];
export type PatternCard = Schemas['PatternCard'];
export type ClothCard = Schemas['ClothCard'];
export type PhotoCard = Schemas['PhotoCard'];
export type ClothSeen = Schemas['ClothSeen'];
export type Cloth = Schemas['Cloth'];
export type MakingCard = Schemas['MakingCard'];
export type Makings = Schemas['Makings'];
export type Drawing = Schemas['Drawing'];
export type Figure = Schemas['Figure'];
export type Finding = Schemas['Finding'];
export type PickStage = Schemas['PickStage'];
export type TraceStage = Schemas['TraceStage'];
export type TracedPiece = Schemas['TracedPiece'];
export type FitStage = Schemas['FitStage'];
export type DrawnMark = Schemas['DrawnMark'];
export type WorkingPiece = Schemas['WorkingPiece'];
export type ClothStage = Schemas['ClothStage'];
export type KnownCloth = Schemas['KnownCloth'];
export type LayStage = Schemas['LayStage'];
export type ClothLay = Schemas['ClothLay'];
export type Judged = Schemas['Judged'];
export type Placement = Schemas['Placement'];
export type LayItem = Schemas['LayItem'];
export type Searching = Schemas['Searching'];
export type CutStage = Schemas['CutStage'];
export type MarkStage = Schemas['MarkStage'];
export type MarkItem = Schemas['MarkItem'];
export type KeepStage = Schemas['KeepStage'];
export type Shape = Schemas['Shape'];
export type Mark = Schemas['Mark'];
export type Role = KnownCloth['role'];
/** What can be done about a piece where it lies; '' for nothing. */
export type Fix = Schemas['Moving']['fix'];
export type LabelPlace = Pick<
  Schemas['LabelPlace'],
  'size' | 'turned' | 'lines' | 'left_out' | 'at'
>;
export type Stroke = Schemas['Stroke'];
export type HowTo = Schemas['HowTo'];
export type PaperStage = Schemas['PaperStage'];
export type SheetStage = Schemas['SheetStage'];
export type SumPiece = Schemas['SumPiece'];
export type Original = Schemas['Original'];
export type Group = Schemas['GroupSheet'];
export type Groups = Schemas['Groups'];
export type LengthChange = Schemas['LengthChange'];
export type DamagedRow = Schemas['DamagedRow'];
/** A move on the plane: x' = a x + b y + e, y' = c x + d y + f. */
export type Move = Judged['matrix'];
export type Point = Schemas['WorkingPiece']['cutting'][number][0];
export type Curve = Schemas['WorkingPiece']['cutting'][number];
export type Tick = Schemas['Tick'];
export type PatternPage = Schemas['PatternPage'];
export type PatternEdit = Schemas['PatternChange']['edit'];
export type PatternChoices = Schemas['PatternChoices'];
export type PieceOnBoard = Schemas['PieceOnBoard'];
export type PlacedNode = Schemas['PlacedNode'];
export type EnteredPiece = NonNullable<PatternPage['piece']>;
export type EnteredMark = Schemas['MarkInputs'];
export type SumPart = Schemas['SumPart'];
export type GarmentPart = Schemas['GarmentPart'];
export type SeamProposal = Schemas['SeamProposal'];
export type ReadTable = Schemas['ReadTable'];
export type Shelf = Schemas['Patterns'];
export type School = Schemas['School'];
export type Sketch = Schemas['Sketch'];
export type LayMaps = Schemas['LayMaps'];
export type ClothMap = Schemas['ClothMap'];
export type CutItem = Schemas['CutItem'];
export type Again = Schemas['Again'];
export type ToolInHand = Schemas['ToolInHand'];
export type MarkList = Schemas['MarkList'];
export type WayAdvice = Schemas['WayAdvice'];
export type DrawnCard = Schemas['DrawnCard'];
export type ScrapTest = Schemas['ScrapTest'];
export type MarkingKit = Schemas['MarkingKit'];
