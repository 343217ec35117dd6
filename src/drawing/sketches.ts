/** Sketches of what a formula's letters are: not to scale, hub at the left, air at the right. */
export interface Sketch {
  readonly title: string;
  readonly blocks: readonly { readonly d: string; readonly fill: string; readonly hatch?: boolean }[];
  readonly dims: readonly {
    readonly x0: number;
    readonly x1: number;
    readonly y: number;
    readonly y1?: number;
    readonly text: string;
    /** Symbols of the formulas that mean it. */
    readonly is: readonly string[];
  }[];
  readonly words: readonly { readonly x: number; readonly y: number; readonly text: string }[];
}

const box = (x: number, y: number, w: number, h: number): string => `M${x} ${y}h${w}v${h}h${-w}Z`;
const block = (x: number, y: number, w: number, h: number, fill: string, hatch = false) => ({
  d: box(x, y, w, h),
  fill,
  hatch,
});
const dim = (x0: number, x1: number, y: number, text: string, is: readonly string[] = [text]) => ({
  x0,
  x1,
  y,
  text,
  is,
});
const up = (x: number, y: number, y1: number, text: string, is: readonly string[] = [text]) => ({
  x0: x,
  x1: x,
  y,
  y1,
  text,
  is,
});
const word = (x: number, y: number, text: string) => ({ x, y, text });

const HUB = block(14, 40, 56, 130, 'steel', true);
const DISC = block(70, 40, 24, 130, 'steel', true);
const PLATE = block(94, 40, 40, 130, 'accent-wash', true);
const WHEEL = [block(134, 40, 66, 48, 'alloy'), block(134, 122, 66, 48, 'alloy')];

const STUD: Sketch = {
  title: 'Stud and nut: disc hat tr, spacer s, grip q, nut thread Ln, stud tip X, nose n',
  blocks: [HUB, DISC, PLATE, ...WHEEL, block(40, 92, 250, 26, 'brass'), block(176, 82, 84, 46, 'brass')],
  dims: [
    dim(70, 94, 30, 'tr'),
    dim(94, 134, 30, 's'),
    dim(134, 176, 30, 'q'),
    dim(176, 260, 74, 'Ln', ['Ln', 'E']),
    dim(70, 290, 192, 'X', ['X', 'E']),
    dim(272, 290, 138, 'n', ['n', 'nose']),
    dim(176, 330, 152, 'Dn'),
  ],
  words: [word(42, 186, 'hub'), word(218, 108, 'nut'), word(300, 88, 'tip')],
};

const BOLT: Sketch = {
  title: 'Bolt: length Lb under the seat, tapped depth Dt, room A behind, disc hat tr, spacer s, grip qb',
  blocks: [
    block(54, 40, 66, 130, 'steel', true),
    block(120, 40, 22, 130, 'steel', true),
    block(142, 40, 38, 130, 'accent-wash', true),
    block(180, 40, 66, 48, 'alloy'),
    block(180, 122, 66, 48, 'alloy'),
    block(40, 92, 200, 26, 'brass'),
    block(240, 80, 44, 50, 'brass'),
  ],
  dims: [
    dim(54, 120, 30, 'Dt', ['Dt', 'E', 'Eh']),
    dim(14, 54, 60, 'A'),
    dim(120, 142, 30, 'tr'),
    dim(142, 180, 30, 's'),
    dim(180, 240, 30, 'qb', ['qb', 'q']),
    dim(40, 240, 192, 'Lb', ['Lb', 'Lc', 'L']),
    dim(40, 150, 152, 'b'),
  ],
  words: [word(88, 186, 'hub'), word(262, 108, 'head')],
};

const ENDS: Sketch = {
  title: 'Two-ended stud: short end in the hub, tapped depth Dt, room A behind, outer tip X',
  blocks: [HUB, DISC, PLATE, ...WHEEL, block(28, 92, 250, 26, 'brass'), block(176, 82, 66, 46, 'brass')],
  dims: [
    dim(34, 70, 30, 'Dt', ['Dt', 'Eh']),
    dim(2, 34, 60, 'A'),
    dim(28, 70, 152, 'short end', ['short', 'end', 'Eh']),
    dim(94, 134, 30, 's'),
    dim(70, 278, 192, 'X', ['X', 'E']),
  ],
  words: [word(208, 108, 'nut')],
};

const ADAPTER: Sketch = {
  title: 'Bolt-on adapter: factory stud Z, web w, nut height hn, thickness s, pocket in the wheel',
  blocks: [
    HUB,
    block(70, 40, 110, 42, 'accent-wash', true),
    block(70, 82, 34, 56, 'accent-wash', true),
    block(70, 138, 110, 32, 'accent-wash', true),
    block(180, 40, 60, 42, 'alloy'),
    block(214, 82, 26, 56, 'alloy'),
    block(180, 138, 60, 32, 'alloy'),
    block(40, 98, 160, 24, 'brass'),
    block(104, 88, 54, 44, 'brass'),
  ],
  dims: [
    dim(70, 180, 30, 's'),
    dim(70, 104, 152, 'w'),
    dim(104, 158, 152, 'hn', ['hn', 'Ln']),
    dim(70, 200, 192, 'Z'),
    dim(180, 214, 76, 'pocket', ['pocket']),
  ],
  words: [word(42, 186, 'hub'), word(270, 110, 'wheel')],
};

const SPIGOT: Sketch = {
  title: 'Centring: hub spigot H, spacer s with its lip and root, wheel chamfer and bore',
  blocks: [
    { d: 'M20 30H80V80H150V130H80V180H20Z', fill: 'steel', hatch: true },
    { d: 'M80 30H128V62H176V80H150V80H80Z', fill: 'accent-wash', hatch: true },
    { d: 'M80 180H128V148H176V130H80Z', fill: 'accent-wash', hatch: true },
    { d: 'M128 30H220V66H190L176 62H140L128 50Z', fill: 'alloy' },
    { d: 'M128 180H220V144H190L176 148H140L128 160Z', fill: 'alloy' },
  ],
  dims: [
    dim(80, 150, 106, 'H'),
    dim(80, 128, 22, 's'),
    dim(128, 176, 204, 'lip', ['lip']),
    dim(128, 140, 46, 'chamfer', ['chamfer', 'root']),
    up(236, 66, 144, 'bore', ['bore', 'clearance']),
    up(172, 80, 130, 'spigot', ['spigot', 'recess']),
  ],
  words: [word(48, 196, 'hub'), word(214, 22, 'wheel')],
};

const SEAT: Sketch = {
  title: 'Seats: cone, ball and flat, lug hole and socket',
  blocks: [
    { d: 'M20 40H110V80L80 120V170H50V120L20 80Z', fill: 'brass' },
    { d: 'M130 40H220V70A46 46 0 0 1 190 116V170H160V116A46 46 0 0 1 130 70Z', fill: 'brass' },
    { d: 'M240 40H330V100H300V170H270V100H240Z', fill: 'brass' },
  ],
  dims: [
    dim(20, 110, 30, 'seat', ['seat']),
    dim(130, 220, 30, 'socket', ['socket']),
    dim(236, 334, 30, 'hole', ['hole']),
  ],
  words: [word(65, 190, 'cone'), word(175, 190, 'ball'), word(285, 190, 'flat')],
};

const ARCH: Sketch = {
  title: 'Stance seen from behind: gap g, arch edge height h, loaded clearance c, lip depth',
  blocks: [
    { d: 'M60 70Q60 56 74 56H158Q172 56 172 70V190H60Z', fill: 'alloy' },
    { d: 'M40 20H214V44H206V30H40Z', fill: 'steel', hatch: true },
    block(20, 130, 40, 26, 'steel', true),
    block(60, 130, 30, 26, 'accent-wash', true),
  ],
  dims: [
    dim(172, 210, 66, 'g'),
    up(230, 44, 143, 'h', ['h']),
    up(116, 30, 56, 'c', ['c', 'min', 'clearance']),
    dim(60, 90, 172, 's'),
    up(192, 30, 44, 't', ['t', 'lip']),
    dim(60, 172, 204, 'B'),
  ],
  words: [word(116, 110, 'tyre'), word(290, 36, 'arch')],
};

const CLAMP: Sketch = {
  title:
    'Torque makes clamp F through the pitch P and friction in thread and seat; it pulls σ and twists τ in the shank',
  blocks: [
    block(80, 50, 120, 110, 'alloy'),
    block(40, 92, 190, 26, 'brass'),
    block(200, 74, 50, 62, 'brass'),
    block(40, 50, 40, 110, 'steel', true),
  ],
  dims: [
    dim(80, 200, 38, 'F', ['F', 'σ', 'Rm']),
    up(270, 60, 150, 'torque τ', ['τ', 'figure']),
    dim(88, 108, 84, 'P', ['P', 'd']),
    dim(80, 200, 192, 's', ['s', 'ΔM']),
    up(20, 60, 150, 'W', ['W', 'Fz', 'n']),
  ],
  words: [word(140, 140, 'clamped'), word(300, 170, 'µ seat')],
};

const ROOT: Sketch = {
  title: 'Lip root: the rounding between the spacer’s face and its lip, under the wheel’s chamfer',
  blocks: [
    { d: 'M60 40H130V104A22 22 0 0 0 152 126H230V150H60Z', fill: 'accent-wash', hatch: true },
    { d: 'M130 40H280V124H168L130 86Z', fill: 'alloy' },
  ],
  dims: [dim(130, 152, 168, 'lip root', ['root']), dim(130, 168, 30, 'chamfer')],
  words: [word(95, 100, 'plate'), word(225, 84, 'wheel'), word(206, 142, 'lip')],
};

const GRIP: Sketch = {
  title: 'Nut grip: from the wheel’s pad face to the nut’s first full thread, seated',
  blocks: [
    { d: 'M70 30H170V70L132 98H70Z', fill: 'alloy' },
    { d: 'M70 180H170V150L132 122H70Z', fill: 'alloy' },
    { d: 'M132 98L168 72H268V148H168L132 122Z', fill: 'brass' },
    block(30, 99, 262, 22, 'steel'),
  ],
  dims: [dim(70, 156, 204, 'nut grip', ['grip']), dim(156, 268, 60, 'full thread')],
  words: [word(104, 60, 'wheel'), word(218, 90, 'nut'), word(46, 90, 'stud')],
};

const HANGER: Sketch = {
  title:
    'Hanger pin: a plain pin, screwed by hand into one bolt hole of the hub; the wheel hangs on it and slides along it',
  blocks: [
    block(30, 40, 64, 140, 'steel', true),
    block(160, 24, 60, 77, 'alloy'),
    block(160, 123, 60, 66, 'alloy'),
    block(52, 98, 42, 18, 'brass'),
    block(94, 101, 196, 12, 'brass'),
  ],
  dims: [dim(52, 94, 88, 'thread')],
  words: [word(62, 198, 'hub'), word(190, 204, 'wheel hangs on it'), word(274, 94, 'plain pin, by hand')],
};

export const SKETCHES = {
  stud: STUD,
  bolt: BOLT,
  ends: ENDS,
  adapter: ADAPTER,
  spigot: SPIGOT,
  seat: SEAT,
  arch: ARCH,
  clamp: CLAMP,
  root: ROOT,
  grip: GRIP,
  hanger: HANGER,
} as const satisfies Record<string, Sketch>;
export type SketchName = keyof typeof SKETCHES;
