import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './schema';

type Schemas = components['schemas'];
export type Account = Schemas['AccountView'];
export type Air = Schemas['Air'];
export type Run = Schemas['RunView'];
export type Piece = Schemas['PieceView'];
export type ThriftStop = Schemas['ThriftStopView'];
export type Stage = Schemas['Stage'];
export type Design = Schemas['DesignView'];
export type DesignPiece = Schemas['DesignPieceView'];
export type DesignGiven = Schemas['DesignGiven'];
export type DesignPieceGiven = Schemas['DesignPieceGiven'];
export type DesignPaper = Schemas['DesignPaperView'];
export type PieceWork = Schemas['PieceWorkView'];
export type PieceWorkGiven = Schemas['PieceWorkGiven'];
export type Glue = NonNullable<Schemas['Glue']>;
export type PaperCuts = Schemas['PaperCutsView'];
export type PieceKind = Schemas['PieceKind'];
export type Opening = Schemas['Opening'];
export type Grain = Schemas['Grain'];
export type Image = Schemas['ImageView'];
export type Point = Schemas['PointMm'];
export type ShortLines = Schemas['ShortLinesView'];
export type PictureShows = Schemas['PictureShows'];
export type Printed = Schemas['PrintedColourView'];
export type Area = Schemas['AreaView'];
export type AreaMark = NonNullable<Schemas['AreaMark']>;
export type ImageLight = Schemas['LightView'];
export type Values = Schemas['ValuesView'];
export type Stamping = Schemas['StampingView'];
export type Scene = Schemas['SceneView'];
export type Placed = Schemas['PlacedView'];
export type Stamp = Schemas['StampView'];
export type PlacedAs = Schemas['PlacedAs'];
export type ZoneRule = Schemas['ZoneRule'];
export type ZoneStyle = Schemas['ZoneStyle'];
export type Fill = Schemas['AreaFill'];
export type Card = Schemas['CardView'];
export type Wetness = Schemas['Wetness'];
export type Colours = Schemas['ColoursView'];
export type ByLamp = Schemas['ByLampView'];
export type AreaColour = Schemas['AreaColourView'];
export type WishFor = Schemas['WishFor'];
export type NamedFor = Schemas['NamedFor'];
export type Named = Required<NonNullable<Schemas['NamedGiven']>>;
export type Gradient = Schemas['Gradient'];
export type GradientFill = Schemas['GradientFill'];
export type Recipe = Schemas['RecipeView'];
export type Companion = Schemas['CompanionView'];
export type Part = Schemas['PartView'];
export type Likeness = Schemas['Likeness'];
export type Shadow = Schemas['ShadowDepth'];
export type Supply = Schemas['SupplyView'];
export type Remark = Schemas['Remark'];
export type Plan = Schemas['PlanView'];
export type Pass = Schemas['PassView'];
export type Step = Schemas['StepView'];
export type Mix = Schemas['MixView'];
export type Still = Schemas['StillView'];
export type Deviation = Schemas['Deviation'];
export type WhatIf = Schemas['WhatIfView'];
export type Bench = Schemas['BenchView'];
export type BenchStep = Schemas['BenchStepView'];
export type Tap = Schemas['NewTap'];
export type RunRecord = Schemas['RecordView'];
export type Checks = Schemas['ChecksView'];
export type CheckedCard = Schemas['CheckedCardView'];
export type Finding = Schemas['FindingView'];
export type AreaCameOut = Schemas['AreaCameOutView'];
export type Question = Schemas['QuestionView'];
export type Mending = Schemas['MendingView'];
export type StashItem = Schemas['StashItemView'];
export type Colourant = Schemas['ColourantView'];
export type SetsOfColours = Schemas['SetsView'];
export type CatalogueEntry = Schemas['CatalogueEntry'];
export type LikelyItem = Schemas['LikelyItem'];
export type SiblingsFound = Schemas['SiblingsView'];
export type Sheet = Schemas['SheetView'];
export type SheetListed = Schemas['SheetListed'];
export type SheetPicture = Schemas['SheetPictureView'];
export type Chart = Schemas['ChartView'];
export type SheetRow = Schemas['RowView'];
export type SwatchSource = Schemas['SwatchSource'];
export type Medium = NonNullable<Schemas['Medium']>;
export type Method = NonNullable<Schemas['Method']>;
export type MethodSheet = Schemas['MethodView'];
export type CardWork = Schemas['CardWorkView'];
export type CardWish = Schemas['CardWish'];
export type GroundPlace = Schemas['GroundPlace'];
export type PaperOfCards = Schemas['PaperOfCards'];
export type LengthUnit = Schemas['LengthUnit'];
export type GroundFrom = Schemas['GroundFrom'];
export type OpeningFigure = Schemas['OpeningFigure'];
export type RunApart = Schemas['RunApart'];
export type Openings = Schemas['Openings'];
export type Corner = Schemas['Corner'];
export type RelineWith = Schemas['RelineWith'];
export type Schools = Required<Schemas['Schools']>;
export type Sitting = Schemas['Sitting'];
export type Turns = Schemas['Turns'];
export type TurnsWay = Schemas['TurnsView'];
export type Habits = Schemas['HabitsView'];
export type LearnedErring = Schemas['LearnedErringView'];
export type TapKind = Schemas['TapKind'];
export type MixGiven = Schemas['MixGiven'];
export type PastedLine = Schemas['PastedLine'];
export type BookEntry = Schemas['BookEntry'];
export type MixFound = Schemas['MixFound'];
export type MixTried = Schemas['MixTried'];
export type KeptColour = Schemas['KeptColourView'];
export type Kit = Schemas['KitView'];
export type OnPaper = Schemas['OnPaperView'];
export type PencilTried = Schemas['PencilTried'];
export type Pressure = Schemas['Pressure'];
export type Reach = Schemas['ReachView'];
export type Tint = Schemas['TintView'];
export type Together = Schemas['TogetherView'];
export type NamedColour = Schemas['NamedColour'];
export type Tone = Schemas['ToneView'];
export type Job = Schemas['JobView'];

/** Something that did not work, with a sentence for the maker. Status 0: the server was not reached. */
export class Trouble extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly type = '',
  ) {
    super(message);
  }

  /** The page's token is not of this sign-in any more; see the server's `RequestToken`. */
  get isStalePage() {
    return this.type === 'urn:nube:stale-page';
  }
}

/** The token that shows that a change comes from a page of ours; the server sets it as a readable cookie. */
export function requestToken(): string {
  const cookie = document.cookie.split('; ').find((part) => part.startsWith('nube-request='));
  return cookie ? decodeURIComponent(cookie.slice('nube-request='.length)) : '';
}

const withToken: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-Nube-Request', requestToken());
    return request;
  },
};

export const api = createClient<paths>();
api.use(withToken);

/** The answer of a call, or a Trouble. */
export async function ask<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let answer;
  try {
    answer = await call;
  } catch {
    throw new Trouble(
      'The connection to Nube is lost. What you did before is kept; this will work again when it is back.',
      0,
    );
  }
  if (answer.response.ok) return answer.data as T;
  throw new Trouble(
    textOf(answer.error, 'detail') ??
      'Something went wrong here. What you had done before is kept; try again.',
    answer.response.status,
    textOf(answer.error, 'type'),
  );
}

/** Sends a form with a file; the generated client writes JSON only. */
export function sendForm<T>(path: string, form: FormData): Promise<T> {
  return ask<T>(
    fetch(path, { method: 'POST', body: form, headers: { 'X-Nube-Request': requestToken() } }).then(
      async (response) => {
        const body = await response.json();
        return response.ok ? { data: body, response } : { error: body, response };
      },
    ),
  );
}

/** A text of the server's ProblemDetails. */
function textOf(problem: unknown, member: string): string | undefined {
  if (typeof problem !== 'object' || problem === null) return undefined;
  const value = (problem as Record<string, unknown>)[member];
  return typeof value === 'string' ? value : undefined;
}
