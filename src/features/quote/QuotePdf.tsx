import 'server-only';
import { Document, Page, renderToBuffer, StyleSheet, Text, View } from '@react-pdf/renderer';
import { footOf, type Quote, timeText } from '@/core/procedure/quote';
import { SHEET_FACE } from '@/files/pdf';

const css = StyleSheet.create({
  page: { padding: 44, fontFamily: SHEET_FACE, fontSize: 10, lineHeight: 1.4 },
  head: { borderBottomWidth: 1.2, paddingBottom: 6, marginBottom: 10 },
  title: { fontSize: 15, fontWeight: 700, marginTop: 12, marginBottom: 4 },
  small: { fontSize: 8.5, borderTopWidth: 0.6, paddingTop: 6, marginTop: 16 },
});

/** A quote as a PDF, A4. */
export const quotePdf = (quote: Quote): Promise<Buffer> => renderToBuffer(<QuotePdf quote={quote} />);

function QuotePdf({ quote: q }: { quote: Quote }) {
  return (
    <Document title={`Quote, ${q.plate}`} author="Vectis" creator="Vectis" producer="Vectis">
      <Page size="A4" style={css.page}>
        <View style={css.head}>
          <Text style={{ fontSize: 18, fontWeight: 700 }}>Quote</Text>
          <Text>
            {q.car}, {q.plate}
            {q.owner === '' ? '' : `, for ${q.owner}`}, {q.day}
          </Text>
        </View>
        <Text>
          Time {timeText(q.minutes)}
          {q.wait === null ? '' : `, and ${q.wait}`}
        </Text>
        {q.axles.map((a) => (
          <View key={a.axle}>
            <Text style={css.title}>
              {a.axle}: {a.work}
            </Text>
            {a.chosen === null ? null : <Text>{a.chosen}</Text>}
            <Lines title="Parts" lines={a.parts} />
            <Lines title="Still to be settled" lines={a.open} />
            <Lines title="To agree" lines={a.agree} />
          </View>
        ))}
        <View style={css.small}>
          {footOf(q).map((line) => (
            <Text key={line}>{line}</Text>
          ))}
        </View>
      </Page>
    </Document>
  );
}

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <View style={{ marginTop: 5 }}>
      <Text style={{ fontWeight: 700 }}>{title}</Text>
      {lines.map((l) => (
        <Text key={l}>– {l}</Text>
      ))}
    </View>
  );
}
