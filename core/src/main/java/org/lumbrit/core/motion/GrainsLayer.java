package org.lumbrit.core.motion;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Subject;

/** Grains that are carried: stuck to plants or to the ground where a mask says so, coloured by their true speed through space. */
@Kind(
        name = "grains",
        title = "Grains",
        help = "Grains of rime or dust, stuck to plants or lying on the ground, coloured by how fast they are carried.")
public record GrainsLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other places")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "lie", byDefault = "{\"kind\":\"ground\"}", help = "What they stick to")
        Carrier carrier,

        @Setting(
                title = "grains",
                min = 1,
                max = 1_000_000,
                slider = {1000, 250000},
                byDefault = "20000",
                help = "How many there are")
        int count,

        @Setting(
                title = "size",
                unit = "m",
                min = 1e-4,
                max = 10,
                slider = {0.002, 0.1},
                byDefault = "0.012",
                help = "Across")
        double size,

        @Setting(
                title = "fast",
                unit = "m/s",
                min = 1e-3,
                max = 1000,
                slider = {0.1, 10},
                byDefault = "1",
                help = "From this speed on they have the fast colour")
        double fast,

        @Setting(title = "colour at rest", refers = Refers.COLOUR, byDefault = "#eef2f4")
        String restColour,

        @Setting(title = "colour when fast", refers = Refers.COLOUR, byDefault = "#d0743a")
        String fastColour,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String MASK = "mask";

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(MASK, "How densely they lie, against each other place", "", 0, 1, 1, 0, 1)
                    .inPlace());

    public GrainsLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    /** On the plants of the chosen cover, else of one that sways, else on the ground. */
    @Override
    public Begun begin(Beginning beginning) {
        Recipe recipe = beginning.recipe();
        Optional<CoverLayer> on = recipe.layer(beginning.layer(), CoverLayer.class)
                .or(() -> recipe.layersOf(SwayLayer.class).stream()
                        .flatMap(sway -> recipe.layer(sway.cover(), CoverLayer.class).stream())
                        .findFirst());
        GrainsLayer made = beginning.ready(
                this, on.map(cover -> "Grains on " + cover.name()).orElse("Grains"));
        return on.map(cover -> new Begun.Made(
                        Kinds.with(made, "carrier", new Carrier.Blades(cover.id())),
                        MASK,
                        false,
                        "Grains stick to " + cover.name() + ", coloured by their speed."))
                .orElseGet(() -> new Begun.Made(made, MASK, false, "Grains lie on the ground."));
    }

    @Override
    public Family family() {
        return Family.MOTION;
    }

    @Override
    public Set<Subject> seen() {
        return Set.of(Subject.GRAINS);
    }
}
