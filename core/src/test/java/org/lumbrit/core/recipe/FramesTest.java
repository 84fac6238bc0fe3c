package org.lumbrit.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.BeyondRoomException;

class FramesTest {
    private static final Frames LOOP = new Frames(240, 0, 1 / 24.0, true);

    @Test
    void aLoopMeetsItselfAndWithoutOneTheEndsAreHeld() {
        assertThat(LOOP.wrapped(240)).isZero();
        assertThat(LOOP.wrapped(-1)).isEqualTo(239);
        Frames once = new Frames(240, 0, 1 / 24.0, false);
        assertThat(once.wrapped(240)).isEqualTo(239);
        assertThat(once.wrapped(-1)).isZero();
    }

    /** 5 million plants would need an array longer than Java has: it was made with a negative length. */
    @Test
    void moreMotionThanThereIsRoomForIsRefusedBeforeMemoryIsTakenWithWhatWouldFit() {
        assertThatCode(() -> LOOP.require(1000, 2, "plants")).doesNotThrowAnyException();
        assertThatThrownBy(() -> LOOP.require(5_000_000, 2, "plants"))
                .isInstanceOf(BeyondRoomException.class)
                .hasMessageContaining("5000000 plants over 240 frames takes 4.8 GB")
                .satisfies(refused -> {
                    Matcher fits = Pattern.compile("holds ([0-9]+) of them").matcher(refused.getMessage());
                    assertThat(fits.find()).isTrue();
                    int most = Integer.parseInt(fits.group(1));
                    assertThatCode(() -> LOOP.require(most, 2, "plants")).doesNotThrowAnyException();
                    assertThatThrownBy(() -> LOOP.require(most + 1, 2, "plants"))
                            .isInstanceOf(BeyondRoomException.class);
                });
    }
}
