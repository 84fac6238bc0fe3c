package org.lumbrit.core.cover;

import java.util.List;
import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/** What plants stand on. A new kind is one record and its name in the {@code permits} line. */
public sealed interface Bed permits Bed.OnGround, Bed.OnProp, Bed.OnProps {

    /** The prop that is meant, where it is one. */
    default Optional<String> prop() {
        return Optional.empty();
    }

    /** The ids of the props it lies on, out of all that are shown; "" stands for the ground. */
    List<String> surfaces(List<String> shownProps);

    /** Level with the ground, in plan. */
    @Kind(name = "ground", title = "On the ground", help = "Over the whole ground.")
    record OnGround() implements Bed {
        @Override
        public List<String> surfaces(List<String> shownProps) {
            return List.of("");
        }
    }

    /** The whole surface of one prop, its walls and undersides too; facing and height say where. */
    @Kind(name = "prop", title = "On a prop", help = "Over the walls, tops and undersides of one prop.")
    record OnProp(
            @Setting(title = "prop", refers = Refers.PROP) String on) implements Bed {
        @Override
        public Optional<String> prop() {
            return Optional.of(on);
        }

        @Override
        public List<String> surfaces(List<String> shownProps) {
            return shownProps.contains(on) ? List.of(on) : List.of();
        }
    }

    /** Every prop that is shown. */
    @Kind(name = "props", title = "On every prop", help = "Over everything that stands in the site.")
    record OnProps() implements Bed {
        @Override
        public List<String> surfaces(List<String> shownProps) {
            return List.copyOf(shownProps);
        }
    }
}
