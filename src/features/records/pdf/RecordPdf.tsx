import { Document, Image, Page, StyleSheet, Text, View } from '@react-pdf/renderer';
import { LEVEL_LABEL } from '@/core/document/labels';
import type { UnitSystem } from '@/core/units/format';
import { SHEET_FACE } from '@/files/pdf';
import type { SheetModel, TorqueTable } from './model';
import { Section } from './Section';
import { Traces } from './Traces';

const css = StyleSheet.create({
  page: { padding: 26, paddingBottom: 40, fontFamily: SHEET_FACE, fontSize: 8, lineHeight: 1.25, color: '#111' },
  head: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    borderBottomWidth: 1.5,
    paddingBottom: 3,
    marginBottom: 4,
  },
  title: { fontSize: 13, fontWeight: 700 },
  h2: { fontSize: 8.5, fontWeight: 700, marginTop: 6, marginBottom: 1.5 },
  facts: { flexDirection: 'row', flexWrap: 'wrap' },
  fact: {
    width: '50%',
    flexDirection: 'row',
    borderBottomWidth: 0.4,
    borderColor: '#999',
    paddingVertical: 1.2,
    paddingRight: 6,
  },
  label: { width: 74, color: '#555' },
  value: { flex: 1 },
  row: { flexDirection: 'row', borderBottomWidth: 0.4, borderColor: '#aaa', paddingVertical: 0.8 },
  level: { width: 62, fontWeight: 700 },
  two: { flexDirection: 'row', gap: 12 },
  half: { flex: 1 },
  box: { borderWidth: 1, padding: 4, marginTop: 6 },
  foot: { position: 'absolute', left: 26, right: 26, top: 806, fontSize: 6.2, color: '#555' },
});

/** What goes on an axle's own page at this size; what there is more of stands in the appendix. */
const FINDINGS_SHOWN = 9;
/** Lines of what happened at the car on the sheet itself. */
const BAY_SHOWN = 6;
const FEWER_FINDINGS = 6;
const PHOTOS_SHOWN = 4;
const LUG_ROWS = 12;

export interface RecordPdfProps {
  readonly sheets: readonly SheetModel[];
  /** Photos by their hash, as files to set. */
  readonly images: ReadonlyMap<string, Buffer>;
  readonly units: UnitSystem;
  readonly appendix: boolean;
  readonly printed: string;
}

/** The record of a visit: a page an axle, two at most; readings, steps and every finding follow on demand. */
export function RecordPdf({ sheets, images, units, appendix, printed }: RecordPdfProps) {
  return (
    <Document
      title={`Record, ${sheets.map((s) => s.title).join('; ')}`}
      author="Vectis"
      creator="Vectis"
      producer="Vectis"
    >
      {sheets.map((s) => (
        <AxlePage key={s.title} sheet={s} images={images} units={units} printed={printed} />
      ))}
      {appendix ? sheets.map((s) => <Appendix key={s.title} sheet={s} printed={printed} />) : null}
    </Document>
  );
}

function AxlePage({
  sheet: s,
  images,
  units,
  printed,
}: {
  sheet: SheetModel;
  images: RecordPdfProps['images'];
  units: UnitSystem;
  printed: string;
}) {
  const rows = s.torque.reduce((n, t) => n + t.rows.length, 0);
  const most = rows > 6 ? FEWER_FINDINGS : FINDINGS_SHOWN;
  const more = s.findings.length - most;
  const photos = s.photos.flatMap((p) => {
    const data = images.get(p.hash);
    return data ? [{ ...p, data }] : [];
  });
  return (
    <Page size="A4" style={css.page}>
      <Head title={`Record: ${s.title}`} word={LEVEL_LABEL[s.verdict]} />
      <View style={css.facts}>
        {s.facts.map(([label, value]) => (
          <View key={label} style={css.fact}>
            <Text style={css.label}>{label}</Text>
            <Text style={css.value}>{value}</Text>
          </View>
        ))}
      </View>
      {s.accepted ? <Text style={{ marginTop: 3 }}>{s.accepted}</Text> : null}
      <View style={css.two}>
        <View style={{ width: 300 }}>
          <Text style={css.h2}>Stack section</Text>
          {s.geometry.drawable ? (
            <Section geometry={s.geometry} units={units} width={296} />
          ) : (
            <Text>Not drawn: not everything it rests on was measured.</Text>
          )}
          <Text style={{ color: '#555' }}>{s.drawn}</Text>
        </View>
        <View style={css.half}>
          <Text style={css.h2}>Gap, arch to tyre</Text>
          {s.gaps.map((g) => (
            <View key={g.corner} style={css.row}>
              <Text style={{ width: 52 }}>{g.corner}</Text>
              <Text style={css.value}>{g.text}</Text>
            </View>
          ))}
          <Text style={css.h2}>Hold points</Text>
          <Text>{s.holds}</Text>
          {photos.length > 0 ? (
            <>
              <Text style={css.h2}>Photos</Text>
              <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 4 }}>
                {photos.slice(0, PHOTOS_SHOWN).map((p) => (
                  <View key={p.hash} style={{ width: 104 }}>
                    <Image src={p.data} style={{ width: 104, height: 70, objectFit: 'cover' }} />
                    <Text style={{ fontSize: 6.2, maxLines: 2, textOverflow: 'ellipsis' }}>{p.caption}</Text>
                  </View>
                ))}
              </View>
              {photos.length > PHOTOS_SHOWN ? <Text>and {photos.length - PHOTOS_SHOWN} more with the job</Text> : null}
            </>
          ) : null}
        </View>
      </View>
      <Text style={css.h2}>Findings that mattered</Text>
      {s.findings.length === 0 ? (
        <Text>None: nothing stopped it, nothing was unmeasured, no caution stood.</Text>
      ) : null}
      {s.findings.slice(0, most).map((f) => (
        <View key={f.text} style={css.row}>
          <Text style={css.level}>{LEVEL_LABEL[f.level]}</Text>
          <Text style={css.value}>{f.text}</Text>
        </View>
      ))}
      {more > 0 ? <Text>and {more} more in the appendix</Text> : null}
      {s.note ? <Text style={{ color: '#555' }}>{s.note}</Text> : null}
      {s.bay.length > 0 ? <Text style={css.h2}>At the car</Text> : null}
      {s.bay.slice(0, BAY_SHOWN).map((line) => (
        <Text key={line}>{line}</Text>
      ))}
      {s.bay.length > BAY_SHOWN ? <Text>and {s.bay.length - BAY_SHOWN} more in the appendix</Text> : null}
      {rows > LUG_ROWS || s.torque.length > 2 ? <TorqueInShort tables={s.torque} /> : <TorqueByLug tables={s.torque} />}
      <View style={css.box}>
        {s.cautions.map((c) => (
          <Text key={c}>• {c}</Text>
        ))}
      </View>
      <View style={[css.two, { marginTop: 22 }]} wrap={false}>
        {['Fitter', 'Inspected by', 'Owner'].map((who) => (
          <View key={who} style={[css.half, { borderTopWidth: 0.6 }]}>
            <Text style={{ color: '#555' }}>{who}</Text>
          </View>
        ))}
      </View>
      <Foot text={s.digest} printed={printed} />
    </Page>
  );
}

const Head = ({ title, word }: { title: string; word: string }) => (
  <View style={css.head}>
    <Text style={css.title}>{title}</Text>
    <Text style={css.title}>{word}</Text>
  </View>
);

const Foot = ({ text, printed }: { text: string; printed: string }) => (
  <View style={css.foot} fixed>
    <Text>{text}</Text>
    <Text render={({ pageNumber, totalPages }) => `Printed ${printed}, page ${pageNumber} of ${totalPages}.`} />
  </View>
);

const TorqueByLug = ({ tables }: { tables: readonly TorqueTable[] }) => (
  <>
    <Text style={css.h2}>Torque, by lug in the order of the star</Text>
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 10 }}>
      {tables.map((t) => (
        <Torque key={t.name} table={t} />
      ))}
    </View>
  </>
);

/** A line a wheel, where the lugs do not fit: each figure that was reached, and how many lugs reached it. */
const TorqueInShort = ({ tables }: { tables: readonly TorqueTable[] }) => (
  <>
    <Text style={css.h2}>Torque, a line a wheel; lug by lug in the appendix</Text>
    {tables.map((t) => (
      <View key={t.name} style={css.row}>
        <Text style={{ width: 110, fontWeight: 700 }}>{t.name}</Text>
        <Text style={{ width: 140 }}>{t.through ? 'every fastener held' : 'not through its verify pass'}</Text>
        <Text style={css.value}>{inShort(t)}</Text>
      </View>
    ))}
  </>
);

function inShort({ rows }: TorqueTable): string {
  const counted = new Map<string, number>();
  for (const r of rows) counted.set(`${r.final}, ${r.verify}`, (counted.get(`${r.final}, ${r.verify}`) ?? 0) + 1);
  return [...counted].map(([text, n]) => `${n} × ${text}`).join('; ');
}

function Torque({ table: t }: { table: TorqueTable }) {
  return (
    <View style={{ width: 260 }} wrap={false}>
      <Text style={{ fontWeight: 700 }}>
        {t.name}: {t.through ? 'every fastener held' : 'not through its verify pass'}
      </Text>
      <View style={css.row}>
        {['lug', 'final', 'verified', 'by'].map((h, i) => (
          <Text key={h} style={{ width: WIDTHS[i], color: '#555' }}>
            {h}
          </Text>
        ))}
      </View>
      {t.rows.map((r) => (
        <View key={r.lug} style={css.row}>
          {[r.lug, r.final, r.verify, r.by].map((text, i) => (
            <Text key={HEADS[i]} style={{ width: WIDTHS[i] }}>
              {text}
            </Text>
          ))}
        </View>
      ))}
      {t.tools ? <Text style={{ color: '#555' }}>{t.tools}</Text> : null}
    </View>
  );
}

const HEADS = ['lug', 'final', 'verified', 'by'];
const WIDTHS = [24, 76, 88, 72];

function Appendix({ sheet: s, printed }: { sheet: SheetModel; printed: string }) {
  return (
    <Page size="A4" style={css.page}>
      <Head title={`Appendix: ${s.title}`} word="" />
      <Text style={css.h2}>Readings</Text>
      {s.readings.map(([label, value, how], i) => (
        // Two readings of one thing may read alike to the letter.
        // biome-ignore lint/suspicious/noArrayIndexKey: the list is set once and never moves
        <View key={`${label}${how}${i}`} style={css.row} wrap={false}>
          <Text style={{ width: 190 }}>{label}</Text>
          <Text style={{ width: 110 }}>{value}</Text>
          <Text style={css.value}>{how}</Text>
        </View>
      ))}
      <Text style={css.h2}>Every finding</Text>
      {s.allFindings.map((f) => (
        <View key={f.text} style={css.row} wrap={false}>
          <Text style={css.level}>{LEVEL_LABEL[f.level]}</Text>
          <Text style={css.value}>{f.text}</Text>
        </View>
      ))}
      <TorqueByLug tables={s.torque} />
      {s.traces.length > 0 ? (
        <>
          <Text style={css.h2}>Traces</Text>
          <Traces traces={s.traces} />
        </>
      ) : null}
      {s.bay.length > BAY_SHOWN ? (
        <>
          <Text style={css.h2}>At the car</Text>
          {s.bay.map((line) => (
            <Text key={line} style={css.row}>
              {line}
            </Text>
          ))}
        </>
      ) : null}
      <Text style={css.h2}>Kit list and job card</Text>
      {s.steps.map((x) => (
        <View key={x.text} style={css.row} wrap={false}>
          <Text style={css.level}>{x.done}</Text>
          <Text style={css.value}>{x.text}</Text>
        </View>
      ))}
      <Foot text={s.digest} printed={printed} />
    </Page>
  );
}
