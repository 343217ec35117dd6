/**
 * Parts of a car cut open, as they stand before whoever measures; not to scale, inside left and outside right, 320 by
 * 200.
 */
export interface Scene {
  readonly what: string;
  /** Part of the sheet that is shown. */
  readonly view: string;
  readonly blocks: readonly {
    readonly d: string;
    readonly fill: 'steel' | 'brass' | 'sheet' | 'rubber';
    readonly hatch?: boolean;
    readonly dashed?: boolean;
  }[];
  /** Thin lines: axes, threads, edges behind. */
  readonly lines: readonly { readonly d: string; readonly axis?: boolean }[];
}

const box = (x: number, y: number, w: number, h: number): string => `M${x} ${y}h${w}v${h}h${-w}Z`;

/** Crests of a thread along x as slanted strokes. */
function crests(from: number, to: number, y: number, half: number): string {
  let d = '';
  for (let x = from; x < to - 2; x += 6) d += `M${x} ${y - half}L${x + 3} ${y + half}`;
  return d;
}

const TYRE = 'M104 92Q104 80 118 80H204Q222 82 224 100V186Q222 200 200 200H128Q106 200 104 186Z';
const ARCH = 'M44 22H206Q254 26 266 66L266 74L242 78L241 72L257 68Q246 36 202 32H44Z';

const arch: Scene = {
  what: 'wheel arch, cut across the car',
  view: '36 10 262 192',
  blocks: [
    { d: ARCH, fill: 'steel' },
    { d: TYRE, fill: 'rubber' },
    { d: box(132, 112, 64, 88), fill: 'steel' },
    { d: box(60, 44, 16, 156), fill: 'steel', hatch: true },
  ],
  lines: [{ d: 'M50 176H290', axis: true }],
};

const side: Scene = {
  what: 'wheel in its arch, seen from the side',
  view: '20 0 280 200',
  blocks: [
    { d: 'M30 4H290V108H244A84 84 0 0 0 76 108H30Z', fill: 'steel' },
    { d: 'M98 124A62 62 0 1 1 222 124A62 62 0 1 1 98 124Z', fill: 'rubber' },
    { d: 'M122 124A38 38 0 1 1 198 124A38 38 0 1 1 122 124Z', fill: 'steel' },
  ],
  lines: [{ d: 'M24 186H296' }, { d: 'M150 124H170M160 114V134', axis: true }],
};

const SPIGOT = 'M132 70H166L174 76V124L166 130H132Z';
const hubBase: Scene['blocks'] = [
  { d: box(84, 14, 28, 172), fill: 'steel', hatch: true },
  { d: box(112, 6, 20, 188), fill: 'steel' },
  { d: SPIGOT, fill: 'steel', hatch: true },
];

/** Hub with a stud in it. */
const studHub: Scene = {
  what: 'hub with its disc and a stud, cut along the axle',
  view: '34 0 276 200',
  blocks: [...hubBase, { d: box(84, 32, 158, 18), fill: 'brass' }, { d: box(74, 26, 10, 30), fill: 'brass' }],
  lines: [{ d: 'M40 100H300', axis: true }, { d: crests(160, 242, 41, 9) }],
};

/** Hub with a threaded hole in it. */
const boltHub: Scene = {
  what: 'hub with its disc and a threaded hole, cut along the axle',
  view: '24 0 236 200',
  blocks: [...hubBase, { d: box(84, 32, 48, 18), fill: 'sheet' }, { d: box(36, 8, 6, 184), fill: 'steel' }],
  lines: [{ d: 'M30 100H300', axis: true }, { d: crests(84, 112, 41, 9) }],
};

/** A nut on its way along the stud. */
const nutOn: Scene = {
  ...studHub,
  what: 'stud with a nut going on',
  blocks: [...studHub.blocks, { d: 'M206 26L216 18H256V64H216L206 56Z', fill: 'brass' }],
};

/** A bolt on its way into the hub. */
const boltIn: Scene = {
  ...boltHub,
  what: 'hub with a bolt going in',
  blocks: [
    ...boltHub.blocks,
    { d: box(96, 34, 92, 14), fill: 'brass' },
    { d: 'M188 28L196 22H202V18H226V64H202V60H196L188 54Z', fill: 'brass' },
  ],
  lines: [{ d: 'M30 100H300', axis: true }, { d: crests(98, 160, 41, 7) }],
};

const wheel: Scene = {
  what: 'middle of a wheel, cut open, its back to the left',
  view: '28 0 200 200',
  blocks: [
    { d: 'M60 8H178V24H112L100 34H60Z', fill: 'steel', hatch: true },
    { d: 'M60 56H100L112 66H178V76H76L60 66Z', fill: 'steel', hatch: true },
    { d: 'M60 134L76 124H178V192H132V176H60Z', fill: 'steel', hatch: true },
  ],
  lines: [{ d: 'M36 100H300', axis: true }, { d: 'M178 24V66M60 66V134M178 76V124' }, { d: 'M60 192H132' }],
};

const ring: Scene = {
  ...wheel,
  blocks: [...wheel.blocks, { d: box(80, 76, 40, 9), fill: 'brass' }, { d: box(80, 115, 40, 9), fill: 'brass' }],
};

/** Closed nut on a stud, its wheel behind it. */
const nut: Scene = {
  what: 'closed nut seated on its stud, cut open',
  view: '0 14 284 184',
  blocks: [
    { d: 'M40 20H84V62L104 78H84V84H40Z', fill: 'steel', hatch: true },
    { d: 'M40 116H84V122H104L84 138V180H40Z', fill: 'steel', hatch: true },
    { d: 'M84 62L110 62H240Q262 76 262 100Q262 124 240 138H84L104 122H236V78H104Z', fill: 'brass' },
    { d: box(10, 84, 190, 32), fill: 'steel' },
  ],
  lines: [{ d: 'M6 100H300', axis: true }, { d: crests(60, 198, 100, 16) }, { d: 'M214 84V116' }],
};

/** Open nut on a stud. */
const openNut: Scene = {
  what: 'nut seated on its stud, cut open',
  view: '0 14 260 184',
  blocks: [
    { d: 'M40 20H84V62L104 78H84V84H40Z', fill: 'steel', hatch: true },
    { d: 'M40 116H84V122H104L84 138V180H40Z', fill: 'steel', hatch: true },
    { d: 'M84 62L110 58H206V142H110L84 138L104 122V78Z', fill: 'brass' },
    { d: box(10, 84, 226, 32), fill: 'steel' },
  ],
  lines: [{ d: 'M6 100H300', axis: true }, { d: crests(60, 234, 100, 16) }],
};

/** Wheel on, nut off: the thread that shows. */
const bareStud: Scene = {
  what: 'stud in its wheel, nut off',
  view: '0 14 250 184',
  blocks: [
    { d: 'M40 20H84V62L104 78H84V84H40Z', fill: 'steel', hatch: true },
    { d: 'M40 116H84V122H104L84 138V180H40Z', fill: 'steel', hatch: true },
    { d: box(10, 84, 210, 32), fill: 'brass' },
  ],
  lines: [{ d: 'M6 100H300', axis: true }, { d: crests(60, 218, 100, 16) }],
};

/** Ordinary piece above, locking piece below, seats in line. */
const pair: Scene = {
  what: 'ordinary piece above, locking piece below, their seats in line',
  view: '50 6 240 180',
  blocks: [
    { d: 'M64 44H204L228 30H238V24H274V80H238V74H228L204 60H64Z', fill: 'brass' },
    { d: 'M92 132H204L228 118H238V112H274V168H238V162H228L204 148H92Z', fill: 'brass' },
  ],
  lines: [{ d: crests(66, 150, 52, 8) }, { d: crests(94, 150, 140, 8) }, { d: 'M204 14V180' }],
};

const HEX = 'M214 100L187 146.8H133L106 100L133 53.2H187Z';
const socket: Scene = {
  what: 'socket seen from its open end',
  view: '70 14 230 172',
  blocks: [
    { d: 'M160 24A76 76 0 1 1 159.9 24Z', fill: 'steel' },
    { d: HEX, fill: 'sheet' },
  ],
  lines: [],
};

const bolt: Scene = {
  what: 'wheel bolt',
  view: '0 44 304 140',
  blocks: [{ d: 'M26 90H44L48 84H196L226 66H236V52H286V148H236V134H226L196 116H48L44 110H26Z', fill: 'brass' }],
  lines: [{ d: 'M16 100H300', axis: true }, { d: crests(52, 150, 100, 16) }],
};

export const SCENES = {
  side,
  arch,
  studHub,
  boltHub,
  boltIn,
  nutOn,
  wheel,
  ring,
  nut,
  openNut,
  bareStud,
  pair,
  socket,
  bolt,
} as const;
export type SceneId = keyof typeof SCENES;
