import type { QuantityId } from '@/core/document/quantities';
import type { SceneId } from './scenes';

/** What of a scene is measured: a span between two points, or a place that is looked at. */
type Mark =
  | { readonly span: readonly [x0: number, y0: number, x1: number, y1: number]; readonly from?: number }
  | { readonly look: readonly [x: number, y: number, r: number] }
  | { readonly turn: readonly [x: number, y: number] }
  | { readonly way: string };

export interface Spot {
  /** On a hub that takes bolts, and on one with studs. */
  readonly scene: SceneId | { readonly bolt: SceneId; readonly stud: SceneId };
  readonly mark: Mark;
  readonly markOnBolt?: Mark;
}

const HUB = { bolt: 'boltHub', stud: 'studHub' } as const;
const NUT_OR_BOLT = { bolt: 'bolt', stud: 'studHub' } as const;

/** Where each reading is taken. `from` is how far the lines that lead to a span reach, to the part's edge. */
export const SPOTS: Readonly<Record<QuantityId, Spot>> = {
  settled: { scene: 'side', mark: { way: 'M60 194H260' } },
  gap: { scene: 'arch', mark: { span: [224, 140, 266, 140], from: 74 } },
  gapFitted: { scene: 'arch', mark: { span: [224, 140, 266, 140], from: 74 } },
  gapPer10: { scene: 'arch', mark: { span: [224, 140, 266, 140], from: 74 } },
  camber: { scene: 'arch', mark: { way: 'M176 196L160 92' } },
  archHeight: { scene: 'side', mark: { span: [160, 26, 160, 124] } },
  loadedClearance: { scene: 'arch', mark: { span: [218, 88, 241, 76] } },
  fingerPasses: { scene: 'arch', mark: { look: [230, 82, 18] } },
  lipDepth: { scene: 'arch', mark: { span: [242, 92, 266, 92], from: 78 } },
  rimProtector: { scene: 'arch', mark: { look: [222, 124, 16] } },
  innerClearance: { scene: 'arch', mark: { span: [76, 140, 104, 140] } },
  wheelLoad: { scene: 'arch', mark: { way: 'M164 150V198' } },
  turns: { scene: { bolt: 'boltIn', stud: 'nutOn' }, mark: { turn: [262, 41] }, markOnBolt: { turn: [232, 41] } },
  boltLength: { scene: 'bolt', mark: { span: [26, 168, 196, 168], from: 116 } },
  boltOverall: { scene: 'bolt', mark: { span: [26, 168, 286, 168], from: 116 } },
  boltThread: { scene: 'bolt', mark: { span: [48, 168, 150, 168], from: 116 } },
  pilotNose: {
    scene: NUT_OR_BOLT,
    mark: { span: [232, 70, 242, 70], from: 50 },
    markOnBolt: { span: [26, 140, 46, 140], from: 110 },
  },
  studProtrusion: { scene: HUB, mark: { span: [132, 18, 242, 18], from: 32 } },
  studThread: { scene: HUB, mark: { span: [160, 18, 242, 18], from: 32 } },
  nutThread: { scene: 'nut', mark: { span: [104, 164, 214, 164], from: 122 } },
  nutHeight: { scene: 'nut', mark: { span: [84, 164, 262, 164], from: 138 } },
  standThrough: { scene: 'openNut', mark: { span: [206, 160, 236, 160], from: 116 } },
  visibleThread: { scene: 'bareStud', mark: { span: [104, 150, 220, 150], from: 116 } },
  originalLength: {
    scene: NUT_OR_BOLT,
    mark: { span: [132, 18, 242, 18], from: 32 },
    markOnBolt: { span: [26, 168, 196, 168], from: 116 },
  },
  lockingShorter: { scene: 'pair', mark: { span: [64, 100, 92, 100], from: 60 } },
  nutBlindDepth: { scene: 'nut', mark: { span: [104, 164, 260, 164], from: 122 } },
  capOpen: { scene: 'nut', mark: { look: [232, 100, 24] } },
  capDab: { scene: 'nut', mark: { look: [252, 100, 18] } },
  tappedDepth: { scene: HUB, mark: { span: [84, 66, 112, 66], from: 50 } },
  roomBehind: { scene: HUB, mark: { span: [42, 66, 84, 66], from: 50 } },
  holeOpen: { scene: HUB, mark: { look: [80, 41, 18] } },
  rotorHat: { scene: HUB, mark: { span: [112, 158, 132, 158] } },
  spigotDiameter: { scene: HUB, mark: { span: [206, 70, 206, 130], from: 166 } },
  spigotHeight: { scene: HUB, mark: { span: [132, 150, 166, 150], from: 130 } },
  slidesOn: { scene: HUB, mark: { way: 'M230 70H136' } },
  nutGrip: { scene: 'nut', mark: { span: [40, 188, 104, 188], from: 180 } },
  contactDiameter: { scene: 'nut', mark: { span: [94, 70, 94, 130] } },
  socketSize: { scene: 'socket', mark: { span: [276, 53.2, 276, 146.8], from: 187 } },
  socketOutside: { scene: 'socket', mark: { span: [276, 24, 276, 176], from: 160 } },
  wheelBore: { scene: 'wheel', mark: { span: [206, 76, 206, 124], from: 178 } },
  ringBore: { scene: 'ring', mark: { span: [40, 85, 40, 115], from: 80 } },
  chamferDepth: { scene: 'wheel', mark: { span: [60, 100, 76, 100], from: 76 } },
  boreRecess: { scene: 'wheel', mark: { span: [60, 100, 178, 100], from: 76 } },
  padThickness: { scene: 'wheel', mark: { span: [60, 45, 106, 45] } },
  lugHole: { scene: 'wheel', mark: { span: [206, 24, 206, 66], from: 178 } },
  pocketDepth: { scene: 'wheel', mark: { span: [60, 186, 132, 186] } },
};
