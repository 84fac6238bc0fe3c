package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class RecordCodecTest {
    enum Side {
        NEAR,
        FAR
    }

    record Inner(float[] values, Optional<String> name) {}

    record Outer(
            double number,
            int whole,
            long far,
            float small,
            boolean yes,
            Side side,
            String text,
            double[] doubles,
            long[] longs,
            int[] ints,
            short[] shorts,
            byte[] bytes,
            float[][] rows,
            Inner inner,
            List<Inner> list,
            Optional<Inner> none) {}

    /** The same numbers under other names. */
    record Renamed(float[] value, Optional<String> name) {}

    private static final Inner INNER = new Inner(new float[] {1.5f, Float.NaN, -0f}, Optional.of("Möwe"));
    private static final Outer OUTER = new Outer(
            Math.PI,
            -7,
            1L << 60,
            0.1f,
            true,
            Side.FAR,
            "",
            new double[] {1e300, -0.0},
            new long[] {Long.MIN_VALUE},
            new int[0],
            new short[] {-32768, 32767},
            new byte[] {-1},
            new float[][] {{1}, {}, {2, 3}},
            INNER,
            List.of(INNER, new Inner(new float[0], Optional.empty())),
            Optional.empty());

    @Test
    void everyPartOfARecordIsReadAsItWasWritten() {
        Codec<Outer> codec = Codec.of(Outer.class);
        Outer read = codec.read(codec.write(OUTER));
        assertThat(read.doubles()).containsExactly(OUTER.doubles());
        assertThat(read.longs()).containsExactly(OUTER.longs());
        assertThat(read.shorts()).containsExactly(OUTER.shorts());
        assertThat(read.bytes()).containsExactly(OUTER.bytes());
        assertThat(read.ints()).isEmpty();
        assertThat(Arrays.deepEquals(read.rows(), OUTER.rows())).isTrue();
        assertThat(read.inner().values()).containsExactly(INNER.values());
        assertThat(read.list().get(0).name()).contains("Möwe");
        assertThat(read.list().get(1).values()).isEmpty();
        assertThat(read.none()).isEmpty();
        assertThat(List.of(read.number(), read.whole(), read.far(), read.small(), read.yes(), read.side(), read.text()))
                .isEqualTo(List.of(Math.PI, -7, 1L << 60, 0.1f, true, Side.FAR, ""));
        // and the same again gives the same bytes
        assertThat(codec.write(read)).isEqualTo(codec.write(OUTER));
    }

    @Test
    void anArrayIsWrittenAlone() {
        assertThat(Codec.SHORTS.read(Codec.SHORTS.write(new short[] {3, -3}))).containsExactly(3, -3);
        assertThat(Codec.DOUBLES.read(Codec.DOUBLES.write(new double[0]))).isEmpty();
    }

    @Test
    void bytesOfAnotherShapeOrCutOffAreRefused() {
        ByteBuffer written = Codec.of(Inner.class).write(INNER);
        assertThatThrownBy(() -> Codec.of(Renamed.class).read(written.duplicate()))
                .isInstanceOf(IllegalStateException.class);
        for (int length = 0; length < written.limit(); length++) {
            ByteBuffer part = written.duplicate().limit(length);
            assertThatThrownBy(() -> Codec.of(Inner.class).read(part)).isInstanceOf(RuntimeException.class);
        }
    }

    @Test
    void whatIsLongerThanTheFirstRoomIsWrittenWhole() {
        float[] many = new float[100_000];
        Arrays.fill(many, 2.5f);
        assertThat(Codec.FLOATS.read(Codec.FLOATS.write(many))).containsExactly(many);
    }
}
