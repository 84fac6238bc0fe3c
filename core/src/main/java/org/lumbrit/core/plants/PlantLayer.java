package org.lumbrit.core.plants;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.recipe.Checking;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Surroundings;

/**
 * A plant that the nursery keeps, under a name: any cover may plant it. Its properties are driven by falloffs along the plant,
 * from foot to tip.
 */
@Kind(name = "plant", title = "Plant", help = "A plant of the nursery; covers plant it.")
public record PlantLayer(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, help = "Another seed, other variants")
        int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "plant", byDefault = "{\"kind\":\"clump\"}")
        Plant plant,

        @Setting(
                title = "tint",
                refers = Refers.COLOUR,
                byDefault = "#8a8a4a",
                help = "In the nursery; covers bring their own")
        String tint,

        @Setting(title = "accent", refers = Refers.COLOUR, byDefault = "#f1ead8", help = "Where its accent is 1")
        String accent,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements Layer {

    public static final String WIDTH = "width-along";
    public static final String CURVE = "curve-along";
    public static final String ACCENT = "accent-along";

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(WIDTH, "Times as wide about its centre line", "×", 0, 10, 2, 0, 1)
                    .along(),
            PropertyDescription.of(
                            CURVE,
                            "How strongly it curves there, degrees over its whole length",
                            "°",
                            -720,
                            720,
                            180,
                            0,
                            0)
                    .along(),
            PropertyDescription.of(
                            ACCENT, "How much of its accent colour shows in place of the tint", "", 0, 1, 1, 0, 0)
                    .along());

    public PlantLayer {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public Family family() {
        return Family.PLANT;
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of();
    }

    @Override
    public void check(Checking checking) {
        if (plant.kept().isPresent()) {
            checking.say(
                    "plant.kind",
                    "A plant of the nursery cannot be another plant of the nursery; choose how it is made.");
        }
    }

    @Override
    public List<Finding> findings(Surroundings site) {
        return plant instanceof MeshPlant mesh ? PlantFindings.of(this, mesh, site) : List.of();
    }

    /** The same made in another way. */
    public PlantLayer withPlant(Plant newPlant) {
        return new PlantLayer(id, name, seed, hidden, newPlant, tint, accent, properties);
    }
}
