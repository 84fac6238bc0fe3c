package org.lumbrit.core.plants;

import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Mesh;

/** One of the nursery's plants: what is changed there changes wherever it stands. */
@Kind(name = "kept", title = "From the nursery", help = "A plant of the nursery, with the falloffs along it.")
public record KeptPlant(
        @Setting(title = "plant", refers = Refers.LAYER, of = "plant", help = "One of the nursery's plants")
        String plant,

        @Setting(
                title = "variants used",
                min = 1,
                max = 16,
                byDefault = "4",
                help = "How many of its variants stand here")
        int variants)
        implements Plant {

    @Override
    public double length() {
        return 1;
    }

    @Override
    public double width() {
        return 1;
    }

    @Override
    public Optional<String> kept() {
        return Optional.of(plant);
    }

    /** Never asked: who evaluates a site takes the nursery's own plant first. */
    @Override
    public PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files) {
        throw new IllegalStateException("the nursery's plant “" + plant + "” was not looked up");
    }
}
