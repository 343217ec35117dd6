import type { Thread } from '../thread/designation';
import { basicProfile, stressArea } from '../thread/profile';
import { type Bearing, clampForce } from './clamp';
import { FRICTION, type ThreadCondition, TOOL_SCATTER, type Tool } from './friction';

/**
 * Torque that the thread friction twists the shank with at a clamp, N·mm: F·(P/2π + µt·d2/(2·cos 30°)).
 * @param force clamp, N
 */
const twist = (force: number, thread: Thread, muThread: number): number =>
  force * (thread.pitch / (2 * Math.PI) + (muThread * basicProfile(thread).d2) / (2 * Math.cos(Math.PI / 6)));

/**
 * Combined stress in the shank while it is tightened, MPa: tension and the twist of the thread friction together,
 *   √(σ² + 3τ²), σ = F/As, τ = 16·F·(P/2π + µt·d2/(2·cos 30°))/(π·d0³), d0 = √(4·As/π)
 * Source: VDI 2230, equivalent stress in the assembled state (from memory); von Mises.
 * @param force clamp, N
 * @param thread that is tightened
 * @param muThread friction in it
 * @param at thread whose own stress area carries it: the other end of a two-ended stud hangs in the hub by a thread of
 * its own
 */
export function combinedStress(force: number, thread: Thread, muThread: number, at: Thread = thread): number {
  const area = stressArea(at);
  const d0 = Math.sqrt((4 * area) / Math.PI);
  const sigma = force / area;
  const tau = (16 * twist(force, thread, muThread)) / (Math.PI * d0 ** 3);
  return Math.sqrt(sigma * sigma + 3 * tau * tau);
}

export interface Tightened {
  /** N·m, with where the fastener bears, how the threads are, and the tool. */
  readonly torque: number;
  readonly thread: Thread;
  readonly bearing: Bearing;
  readonly condition: ThreadCondition;
  readonly tool: Tool;
  /** The end that is looked at, where it is not the one that is tightened. */
  readonly at?: Thread;
}

/**
 * Worst combined stress of a torque, MPa: the most over the corners of thread and bearing friction, each clamp from the
 * same pair, with a tool that reads low.
 */
export function worstStress({ torque, thread, bearing, condition, tool, at }: Tightened): number {
  const { low, high } = FRICTION[condition];
  let worst = 0;
  for (const muThread of [low, high]) {
    for (const muBearing of [low, high]) {
      const force = clampForce(torque * (1 + TOOL_SCATTER[tool]), thread, bearing, muThread, muBearing);
      worst = Math.max(worst, combinedStress(force, thread, muThread, at));
    }
  }
  return worst;
}
