package org.lumbrit.core.motion;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/** What grains stick to. A new kind is one record and its name in the {@code permits} line. */
public sealed interface Carrier permits Carrier.Blades, Carrier.OnGround {

    /** The cover whose plants carry them, where plants do. */
    default Optional<String> cover() {
        return Optional.empty();
    }

    @Kind(
            name = "plants",
            title = "On plants",
            help = "Stuck to the plants of a cover, and carried along where they sway.")
    record Blades(
            @Setting(
                    title = "of cover",
                    refers = Refers.LAYER,
                    of = "cover",
                    help = "The cover whose plants carry them")
            String of)
            implements Carrier {
        @Override
        public Optional<String> cover() {
            return Optional.of(of);
        }
    }

    @Kind(name = "ground", title = "On the ground", help = "Lying on the ground.")
    record OnGround() implements Carrier {}
}
