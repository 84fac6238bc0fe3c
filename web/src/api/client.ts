import type {
  AllKinds,
  AdaptedView,
  Almanac,
  Answer,
  Beginnings,
  Breeze,
  Bringing,
  ComparisonView,
  CutView,
  DifferenceWish,
  Edit,
  ExampleLine,
  Fence,
  Finding,
  HeightMapRead,
  LoopView,
  Manifest,
  MeshRead,
  MotionView,
  Place,
  RosterView,
  RevisionLine,
  Sheet,
  StateView,
  StillWish,
  SheetWish,
  Site,
  SiteLine,
  Solved,
  ViewRequest,
  YardView,
  Drawer,
  NumberView,
  TrialView,
  TrialWish,
  Reader,
  ReadingsView,
  TakesView,
} from './types';

/** An error as the server's problem details tell it. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly fields: { path: string; message: string }[] = [],
    readonly changes: string[] = [],
  ) {
    super(message);
  }
}

interface Details {
  detail?: string;
  fields?: { path: string; message: string }[];
  changes?: string[];
}

/** Names this tab, so that its newer requests take the place of its older ones. */
const tab = crypto.randomUUID();

/** @param view the view that asks, so that it gets in no other's way; "" for the page */
async function send(path: string, init: RequestInit = {}, view = ''): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, { ...init, headers: { 'X-Tab': view === '' ? tab : `${tab}/${view}`, ...init.headers } });
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw away();
  }
  return good(response, path, init);
}

function away() {
  return new Problem('Lumbrit does not answer. Is it still running?', 0);
}

async function good(response: Response, path: string, init: RequestInit): Promise<Response> {
  if (!response.ok) {
    const details = (await response.json().catch(() => ({}))) as Details;
    throw new Problem(details.detail ?? `The server answered ${response.status}.`, response.status, details.fields, details.changes);
  }
  // stopped, or a newer request took its place: what an abort is
  if (response.status === 204 && init.method !== 'DELETE' && !path.startsWith('/api/stop')) throw new DOMException('stopped', 'AbortError');
  return response;
}

/** Whether an error only says that nobody waits for the answer any more. */
export function isStopped(error: unknown): boolean {
  return error instanceof DOMException && error.name === 'AbortError';
}

/** For queries: asks again where a newer request of this tab took the place of this one, and for nothing else. */
export function whenStopped(failures: number, error: Error): boolean {
  return isStopped(error) && failures < 3;
}

// whoever leaves the page waits for nothing
if (typeof window !== 'undefined') window.addEventListener('pagehide', () => navigator.sendBeacon?.(`/api/stop?named=${tab}`));

async function json<T>(path: string, init?: RequestInit, view = ''): Promise<T> {
  return (await send(path, init, view)).json() as Promise<T>;
}

/**
 * Sends a file and says which share of it has gone, which fetch cannot.
 *
 * @param onSent told the share, 0 to 1
 */
function upload<T>(path: string, file: File, signal?: AbortSignal, onSent?: (share: number) => void): Promise<T> {
  return new Promise<Response>((done, fail) => {
    const request = new XMLHttpRequest();
    request.open('POST', path);
    request.setRequestHeader('X-Tab', tab);
    request.upload.onprogress = (event) => event.lengthComputable && onSent?.(event.loaded / event.total);
    request.onload = () => done(new Response(request.status === 204 ? null : request.responseText, { status: request.status }));
    request.onerror = () => fail(away());
    request.onabort = () => fail(new DOMException('stopped', 'AbortError'));
    signal?.addEventListener('abort', () => request.abort());
    const data = new FormData();
    data.append('file', file);
    request.send(data);
  })
    .then((response) => good(response, path, { method: 'POST' }))
    .then((response) => response.json() as Promise<T>);
}

function body(method: string, content: unknown, signal?: AbortSignal): RequestInit {
  return { method, body: JSON.stringify(content), headers: { 'Content-Type': 'application/json' }, signal };
}

function form(file: File): RequestInit {
  const data = new FormData();
  data.append('file', file);
  return { method: 'POST', body: data };
}

/** Level ground where `heights` is left out. */
export interface NewSite {
  name: string;
  heights?: string;
  width: number;
  depth?: number;
  resolution?: number;
  lowest?: number;
  highest?: number;
  missing?: string;
  waterLevel?: number;
  originEast?: number;
  originNorth?: number;
}

export interface Question {
  base: number;
  layer: string;
  property: string;
  x: number;
  z: number;
  plant: number;
  /** The prop whose surface is meant, with y up. */
  prop?: string;
  y?: number;
  time?: number;
}

/** Where a cut through the ground runs; the layer is "" for the whole relief. */
export interface Cut {
  base: number;
  edits: Edit[];
  fromX: number;
  fromZ: number;
  toX: number;
  toZ: number;
  layer: string;
}

/** A share of the ground from a falloff, a number of plants from a cover, a level of a liquid or a depth of a floating prop; all others are empty. */
export interface Wish {
  base: number;
  falloff: string;
  share: number;
  layer: string;
  plants: number;
  metres?: number;
  prop?: string;
}

/** A wish for nothing yet. */
export const NO_WISH = { falloff: '', share: 0, layer: '', plants: 0 };

export const api = {
  kinds: () => json<AllKinds>('/api/kinds'),
  sites: () => json<SiteLine[]>('/api/sites'),
  deletedSites: () => json<SiteLine[]>('/api/sites/deleted'),
  site: (id: string) => json<Site>(`/api/sites/${id}`),
  examples: () => json<ExampleLine[]>('/api/sites/examples'),
  createExample: (number: number) => json<Site>(`/api/sites/example?number=${number}`, { method: 'POST' }),
  demos: () => json<string[]>('/api/sites/demos'),
  /** @param number in that list */
  createDemo: (number: number) => json<Site>(`/api/sites/demo?number=${number}`, { method: 'POST' }),
  create: (site: NewSite) => json<Site>('/api/sites', body('POST', site)),
  openZip: (file: File) => json<Site>('/api/sites/zip', form(file)),
  almanac: (id: string, layer: string) => json<Almanac>(`/api/sites/${id}/almanac?layer=${encodeURIComponent(layer)}`),
  readWeather: (file: File) => json<{ rows: number[][]; station: number[][] }>('/api/weather', form(file)),
  readHeightMap: (file: File, signal?: AbortSignal, onSent?: (share: number) => void) => upload<HeightMapRead>('/api/heightmaps', file, signal, onSent),
  readPicture: (file: File) => json<{ picture: string; columns: number; rows: number }>('/api/pictures', form(file)),
  /** The edits that bring rules of another site to this one's ground, and what could not be carried. */
  adapt: (id: string, wish: Bringing) => json<AdaptedView>(`/api/sites/${id}/adapt`, body('POST', wish)),
  /** The edits that make a new layer, or what has to be there first. */
  begin: (id: string, wish: { base: number; edits: Edit[]; kind: string; layer: string; prop: string; falloff: string }) => json<Beginnings>(`/api/sites/${id}/begin`, body('POST', wish)),
  /** How a property of a layer keeps to each area, and the edits that make it keep otherwise. */
  fences: (id: string, wish: { base: number; edits: Edit[]; layer: string; property: string }) => json<Fence[]>(`/api/sites/${id}/fences`, body('POST', wish)),
  /** Keeps how a view shows the site, for the list of sites. */
  keepStill: (id: string, revision: number, jpeg: Blob) => send(`/api/sites/${id}/still?revision=${revision}`, { method: 'PUT', body: jpeg, headers: { 'Content-Type': 'image/jpeg' } }),
  aim: (id: string, wish: Wish) => json<Solved>(`/api/sites/${id}/aim`, body('POST', wish)),
  samples: async (id: string, falloff: string, grid: number, time: number) =>
    (await send(`/api/sites/${id}/probe.csv?falloff=${encodeURIComponent(falloff)}&grid=${grid}&steps=true&time=${time}`)).text(),
  readPlaces: (id: string, file: File) => json<{ places: Place[] }>(`/api/sites/${id}/places`, form(file)),
  edit: (id: string, base: number, edits: Edit[]) => json<Site>(`/api/sites/${id}`, body('PATCH', { base, edits })),
  undo: (id: string) => json<Site>(`/api/sites/${id}/undo`, { method: 'POST' }),
  redo: (id: string) => json<Site>(`/api/sites/${id}/redo`, { method: 'POST' }),
  remove: (id: string) => send(`/api/sites/${id}`, { method: 'DELETE' }),
  restore: (id: string) => json<Site>(`/api/sites/${id}/restore`, { method: 'POST' }),
  /** @param what kind of work to end, all where it is left out */
  stop: (what = '') => send(`/api/stop?what=${what}`, { method: 'POST' }),
  breeze: (id: string, plant: string) => json<Breeze>(`/api/sites/${id}/breeze?plant=${encodeURIComponent(plant)}`),
  loop: (id: string) => json<LoopView>(`/api/sites/${id}/loop`),
  why: (id: string, question: Question) => json<Answer>(`/api/sites/${id}/why`, body('POST', question)),
  numbers: (site: string, asked: { base: number; edits: Edit[] }) => json<NumberView[]>(`/api/sites/${site}/numbers`, body('POST', asked)),
  trial: (site: string, wish: TrialWish, view: string, signal: AbortSignal) => json<TrialView>(`/api/sites/${site}/trial`, body('POST', wish, signal), view),
  /** The site as lines, an SVG, and metres of height from one contour to the next, 0 where there are none. */
  /** The plan on an A3 sheet, as PDF. */
  plan: async (site: string, sheet: { base: number; edits: Edit[]; time: number }) => (await send(`/api/sites/${site}/plan`, body('POST', sheet), 'plan')).blob(),
  /** A picture of a state, taken by the server. @param view told apart from other pictures that are asked for at the same time */
  still: async (wish: StillWish, view: string, signal: AbortSignal) => (await send('/api/still', body('POST', wish, signal), view)).blob(),
  /** The second of two states with how much greater a number is there, and where its colours end. */
  difference: async (wish: DifferenceWish, signal: AbortSignal) => {
    const response = await send('/api/difference', body('POST', wish, signal), 'difference');
    const number = (name: string) => Number(response.headers.get(name));
    return { picture: await response.blob(), end: number('Values-End'), share: number('Share-Changed'), mean: number('Mean') };
  },
  comparison: (pair: { before: StateView; after: StateView }, signal: AbortSignal) => json<ComparisonView>('/api/comparison', body('POST', pair, signal), 'comparison'),
  history: (site: string, before: number | null) => json<RevisionLine[]>(`/api/sites/${site}/history?most=24${before === null ? '' : `&before=${before}`}`),
  bringBack: (site: string, wish: { base: number; revision: number; parts: { of: string; id: string }[] }) => json<Site>(`/api/sites/${site}/bring-back`, body('POST', wish)),
  drawn: async (site: string, drawer: Drawer, signal: AbortSignal) => {
    const response = await send(`/api/sites/${site}/drawn`, body('POST', drawer, signal), 'drawn');
    return { picture: await response.blob(), every: Number(response.headers.get('Contours-Every') ?? 0) };
  },
  readings: (id: string, reader: Reader, signal?: AbortSignal) => json<ReadingsView>(`/api/sites/${id}/readings`, body('POST', reader, signal)),
  takes: (id: string, reader: Reader) => json<TakesView>(`/api/sites/${id}/takes`, body('POST', reader)),
  sheet: (id: string, wish: SheetWish) => json<Sheet>(`/api/sites/${id}/sheet`, body('POST', wish)),
  roster: (id: string, layer: string) => json<RosterView>(`/api/sites/${id}/roster?layer=${encodeURIComponent(layer)}`),
  readMesh: (file: File, signal?: AbortSignal, onSent?: (share: number) => void) => upload<MeshRead>('/api/meshes', file, signal, onSent),
  /** What long work is under way for this tab. */
  doing: () => viewApi('').doing(),
  yard: (id: string) => json<YardView>(`/api/sites/${id}/yard`),
  profile: (id: string, cut: Cut, signal?: AbortSignal) => json<CutView>(`/api/sites/${id}/profile`, body('POST', cut, signal)),
  /** @param keys of one binary, which comes as it is, or of several, each of which comes after its length */
  data: async (keys: string[]) => (await send(`/api/data/${keys.join(',')}`)).arrayBuffer(),
  handOverFormats: () => json<{ name: string; purpose: string }[]>('/api/handover/formats'),
  handOverLayers: (id: string) => json<{ id: string; name: string }[]>(`/api/sites/${id}/handover/layers`),
  /** About how large each format will be, and how long it takes. */
  handOverExpected: (id: string, without: string[], texels: number, signal: AbortSignal) =>
    json<{ name: string; bytes: number; seconds: number }[]>(`/api/sites/${id}/handover/expected?without=${without.map(encodeURIComponent).join(',')}&texels=${texels}`, { signal }),
  /** Writes a zip, to be fetched once under {@link handedOver}. @param texels pixels of the ground's pictures along its longer side */
  handOver: (id: string, formats: string[], without: string[], texels: number, signal: AbortSignal) =>
    json<{ file: string; bytes: number }>(`/api/sites/${id}/handover?formats=${formats.join(',')}&without=${without.map(encodeURIComponent).join(',')}&texels=${texels}`, { method: 'POST', signal }),
};

/** Where a zip that was written is fetched, by the browser itself: it may be larger than a page can hold. */
export const handedOver = (file: string) => `/api/handover/${file}`;

/** What a view asks for; each has its own stream of requests. */
export interface ViewApi {
  /** What is to be seen: all of it, or what has changed where the request says what is held. */
  view: (id: string, base: number, edits: Edit[], view: ViewRequest, signal?: AbortSignal) => Promise<Manifest>;
  motion: (id: string, base: number, edits: Edit[], full: boolean, signal: AbortSignal) => Promise<MotionView>;
  findings: (id: string, base: number, edits: Edit[], signal: AbortSignal) => Promise<Finding[]>;
  /** What long work is under way for it. */
  doing: () => Promise<{ text: string; kinds: string[] }>;
  /** Ends all of that. */
  stop: () => Promise<unknown>;
}

/** @param name of the view */
export function viewApi(name: string): ViewApi {
  return {
    view: (id, base, edits, view, signal) => json(`/api/sites/${id}/view`, body('POST', { base, edits, view }, signal), name),
    motion: (id, base, edits, full, signal) => json(`/api/sites/${id}/motion`, body('POST', { base, edits, full }, signal), name),
    findings: (id, base, edits, signal) => json(`/api/sites/${id}/findings`, body('POST', { base, edits }, signal), name),
    doing: () => json('/api/doing', {}, name),
    stop: () => send('/api/stop', { method: 'POST' }, name),
  };
}
