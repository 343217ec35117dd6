import 'server-only';
import { Document, Page, renderToBuffer, StyleSheet, Text, View } from '@react-pdf/renderer';
import type { UnitSystem } from '@/core/units/format';
import { SHEET_FACE } from '@/files/pdf';
import type { Glovebox } from '@/usecases/vehicle/glovebox';
import { LABEL_FOOT, linesOf } from './labelLines';

const css = StyleSheet.create({
  page: { padding: 16, fontFamily: SHEET_FACE, fontSize: 8, lineHeight: 1.3 },
  head: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    borderBottomWidth: 1.2,
    paddingBottom: 2,
    marginBottom: 4,
  },
  axle: { marginBottom: 5 },
});

/** The glovebox card as a PDF, A6 upright: it is cut out of nothing and folds into nothing. */
export const labelPdf = (props: LabelPdfProps): Promise<Buffer> => renderToBuffer(<LabelPdf {...props} />);

interface LabelPdfProps extends Glovebox {
  readonly name: string;
  readonly plate: string;
  readonly units: UnitSystem;
}

function LabelPdf({ name, plate, axles, keys, units }: LabelPdfProps) {
  return (
    <Document title={`Glovebox card, ${plate}`} author="Vectis" creator="Vectis" producer="Vectis">
      <Page size="A6" style={css.page}>
        <View style={css.head}>
          <Text style={{ fontSize: 12, fontWeight: 700 }}>{name}</Text>
          <Text style={{ fontSize: 10 }}>{plate}</Text>
        </View>
        {axles.map((a) => (
          <View key={a.axle} style={css.axle}>
            {linesOf(a, units).map(([text, strong]) => (
              <Text key={text} style={{ fontWeight: strong ? 700 : 400 }}>
                {text}
              </Text>
            ))}
          </View>
        ))}
        {keys.map((k) => (
          <Text key={k}>{k}</Text>
        ))}
        <Text style={{ fontSize: 6.8, borderTopWidth: 0.6, paddingTop: 3 }}>{LABEL_FOOT}</Text>
      </Page>
    </Document>
  );
}
