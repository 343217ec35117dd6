import type { Adapter } from '../document/document';
import { aboutRow } from './about';
import { CATALOGUE_COLUMNS, type CatalogueItem, type Column } from './catalogue';
import { otherRow } from './other';

const adapterRow = (a: Adapter): Partial<Record<Column, string>> => ({
  web: String(a.web),
  nut_height: String(a.nutHeight),
  nut_thread: String(a.nutThread),
  nut_class: a.nutClass,
  nut_contact: a.nutContact === null ? '' : String(a.nutContact),
  stud_thread: a.studThread,
  class: a.studClass,
  stud_protrusion: String(a.studProtrusion),
  nose: a.studNose === null ? '' : String(a.studNose),
  thread_length: a.studThreadLength === null ? '' : String(a.studThreadLength),
  wheel_bolt_circle: String(a.boltCircle),
  wheel_lugs: a.lugs === null ? '' : String(a.lugs),
  recess: a.recess === null ? '' : String(a.recess),
  torque: a.torque ? String(a.torque.value) : '',
  torque_source: a.torque?.source ?? '',
});

/** A part as a row of the file; reading it back gives the same part. */
export function catalogueRow(item: CatalogueItem): Record<Column, string> {
  const row = Object.fromEntries(CATALOGUE_COLUMNS.map((c) => [c, ''])) as Record<Column, string>;
  const text = (x: number | null): string => (x === null ? '' : String(x));
  Object.assign(row, {
    kind: item.kind,
    name: item.name,
    count: String(item.count),
    bin: item.bin,
    ...aboutRow(item.about),
  });
  switch (item.kind) {
    case 'spacer': {
      const s = item.spacer;
      return Object.assign(row, {
        lugs: text(s.lugs),
        bolt_circle: (s.boltCircles ?? []).join(' / '),
        // With its unit, so that a shim of 1.25 mm is not asked about again.
        thickness: `${s.thickness}${s.thickness > 0 && s.thickness < 2 ? 'mm' : ''}`,
        spacer_kind: s.kind,
        bore: text(s.bore),
        lip_diameter: text(s.lipDiameter),
        lip_height: text(s.lipHeight),
        lip_root: text(s.lipRoot),
        open_through: s.openThrough ? 'yes' : 'no',
        ...(s.adapter ? adapterRow(s.adapter) : {}),
      });
    }
    case 'other':
      return Object.assign(row, otherRow(item.other));
    case 'nut': {
      const n = item.nut;
      return Object.assign(row, {
        thread: n.thread,
        seat: n.seat,
        style: n.style,
        thread_length: text(n.threadLength),
        blind_depth: text(n.blindDepth),
        cap_open: n.capOpen === null ? '' : n.capOpen ? 'yes' : 'no',
        shank_reach: text(n.shankReach),
        shank_length: text(n.shankLength),
        shank_diameter: text(n.shankDiameter),
        material: n.material,
        nut_class: n.class,
        tensile: text(n.tensile),
      });
    }
    default: {
      const f = item.fastener;
      return Object.assign(row, {
        thread: item.thread,
        length: String(f.kind === 'stud' ? f.protrusion : f.length),
        thread_length: text(f.threadLength),
        nose: text(f.nose),
        seat: f.kind === 'bolt' ? f.seat : '',
        class: f.class,
        ...(f.kind === 'conversion'
          ? {
              short_end: String(f.shortEnd),
              outer_thread: f.outerThread,
              seats_at: f.seatsAt,
              torque: f.torque ? String(f.torque.value) : '',
              torque_source: f.torque?.source ?? '',
            }
          : {}),
      });
    }
  }
}
