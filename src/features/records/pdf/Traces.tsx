import { Line, Path, StyleSheet, Svg, Text, View } from '@react-pdf/renderer';
import { tracePath } from '@/drawing/TracePlot';
import type { SheetTrace } from './model';

const css = StyleSheet.create({
  all: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  one: { width: 98 },
  words: { fontSize: 6.4, color: '#333' },
});
const BOX = { width: 98, height: 34 };
const FIGURE = BOX.height - BOX.height / 1.25;

/**
 * Pulls of an electronic wrench as they came, torque over angle, each with its lug and figure; the dashed line is the
 * figure it was pulled to.
 */
export function Traces({ traces }: { traces: readonly SheetTrace[] }) {
  return (
    <View style={css.all}>
      {traces.map((t) => (
        <View key={t.words} style={css.one} wrap={false}>
          <Svg viewBox={`0 0 ${BOX.width} ${BOX.height}`} style={BOX}>
            <Line
              x1={0}
              x2={BOX.width}
              y1={FIGURE}
              y2={FIGURE}
              stroke="#888888"
              strokeWidth={0.5}
              strokeDasharray="3 2"
            />
            <Path d={tracePath(t.samples, t.target, BOX)} fill="none" stroke="#0a656c" strokeWidth={0.9} />
          </Svg>
          <Text style={css.words}>{t.words}</Text>
        </View>
      ))}
    </View>
  );
}
