package org.lumbrit.formats.places;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.lumbrit.formats.BadInputException;

/** Path data of SVG as it is written by hand and by programs. */
class SvgPathTest {
    private static List<SvgPath.Piece> read(String data) {
        return new SvgPath(data, "a.svg").pieces();
    }

    private static String corners(SvgPath.Piece piece) {
        return piece.corners().stream()
                .map(corner -> "%.4g,%.4g".formatted(corner[0] + 0.0, corner[1] + 0.0))
                .collect(Collectors.joining(" "));
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(delimiter = '|', textBlock = """
                    M 1 2 L 3 4             | 1.000,2.000 3.000,4.000
                    M1,2L3,4                | 1.000,2.000 3.000,4.000
                    M1 2 3 4 5 6            | 1.000,2.000 3.000,4.000 5.000,6.000
                    m1 2 3 4 5 6            | 1.000,2.000 4.000,6.000 9.000,12.00
                    M1 2l3 4-5-6            | 1.000,2.000 4.000,6.000 -1.000,0.000
                    M0 0H5V7h-2v-3          | 0.000,0.000 5.000,0.000 5.000,7.000 3.000,7.000 3.000,4.000
                    M.5.25L1e1-2.5e-1       | 0.5000,0.2500 10.00,-0.2500
                    """)
    void linesAreReadHoweverTheyAreWritten(String data, String expected) {
        List<SvgPath.Piece> pieces = read(data);
        assertThat(pieces).hasSize(1);
        assertThat(corners(pieces.get(0))).isEqualTo(expected);
        assertThat(pieces.get(0).closed()).isFalse();
    }

    @Test
    void aPathClosesByItsLetterOrByComingBack() {
        assertThat(read("M0 0 4 0 4 4z").get(0).closed()).isTrue();
        SvgPath.Piece back = read("M0 0 4 0 4 4 0 0").get(0);
        assertThat(back.closed()).isTrue();
        assertThat(corners(back)).as("without its first corner twice").isEqualTo("0.000,0.000 4.000,0.000 4.000,4.000");
    }

    @Test
    void afterClosingItGoesOnFromTheStart() {
        List<SvgPath.Piece> pieces = read("M1 1 h2 v2 z l-1 0 M9 9 l1 1");
        assertThat(pieces).hasSize(3);
        assertThat(corners(pieces.get(1))).isEqualTo("1.000,1.000 0.000,1.000");
        assertThat(corners(pieces.get(2))).isEqualTo("9.000,9.000 10.00,10.00");
    }

    @Test
    void aCubicCurvePassesThroughItsMiddle() {
        List<double[]> curve = read("M0 0 C 0 4 8 4 8 0").get(0).corners();
        assertThat(curve).hasSize(17);
        assertThat(curve.get(8)[0]).isCloseTo(4, within(1e-12));
        assertThat(curve.get(8)[1])
                .as("three quarters of its control points' height")
                .isCloseTo(3, within(1e-12));
        assertThat(curve.get(16)).containsExactly(8, 0);
    }

    @Test
    void aSmoothCurveGoesOnInTheDirectionOfTheOneBefore() {
        String smooth = corners(read("M0 0 C 0 3 2 5 4 5 S 8 7 8 9").get(0));
        assertThat(smooth)
                .isEqualTo(corners(read("M0 0 C 0 3 2 5 4 5 C 6 5 8 7 8 9").get(0)));
        String alone = corners(read("M0 0 S 8 7 8 9").get(0));
        assertThat(alone)
                .as("with none before it starts at its own place")
                .isEqualTo(corners(read("M0 0 C 0 0 8 7 8 9").get(0)));
    }

    @Test
    void aQuadraticCurveLiesHalfWayToItsControlPoint() {
        List<double[]> curve = read("M0 0 q 4 8 8 0").get(0).corners();
        assertThat(curve.get(8)[0]).isCloseTo(4, within(1e-12));
        assertThat(curve.get(8)[1]).isCloseTo(4, within(1e-12));
    }

    @Test
    void aSmoothQuadraticCurveMirrorsTheControlPointBeforeIt() {
        assertThat(corners(read("M0 0 Q 2 4 4 0 T 8 0 12 0").get(0)))
                .isEqualTo(corners(read("M0 0 Q 2 4 4 0 Q 6 -4 8 0 Q 10 4 12 0").get(0)));
        assertThat(corners(read("M0 0 t 8 0").get(0)))
                .isEqualTo(corners(read("M0 0 Q 0 0 8 0").get(0)));
        assertThat(corners(read("M0 0 C 0 4 4 4 4 0 T 8 0").get(0)))
                .as("a cubic curve has none to mirror")
                .isEqualTo(corners(read("M0 0 C 0 4 4 4 4 0 Q 4 0 8 0").get(0)));
    }

    @ParameterizedTest
    @ValueSource(strings = {"M 1", "M 1 2 L 3", "L", "M0 0 X 1 1", "M0 0 z 4 4", "M 1 1e9", "M0 0 C 1 1 2 2 3"})
    void whatCannotStandThereIsNamed(String data) {
        assertThatThrownBy(() -> read(data))
                .isInstanceOf(BadInputException.class)
                .hasMessageContaining("a.svg")
                .hasMessageContaining("cannot stand there");
    }

    @Test
    void arcsAreRefusedWithWhatWouldWork() {
        assertThatThrownBy(() -> read("M0 0 A 1 1 0 0 0 2 2")).hasMessageContaining("turn them into curves");
    }

    @Test
    void aPathBeyondAllMeasureIsRefusedAndNotCutShort() {
        assertThatThrownBy(() -> read("M0 0 ".repeat(270_000))).hasMessageContaining("more than 800000 numbers");
        assertThatThrownBy(() -> read("M0 0 " + "l1 1 ".repeat(100_001))).hasMessageContaining("cannot stand there");
    }

    @Test
    void nothingGivesNothing() {
        assertThat(read("")).isEmpty();
        assertThat(read("  \n ")).isEmpty();
    }
}
