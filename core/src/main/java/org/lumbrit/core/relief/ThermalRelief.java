package org.lumbrit.core.relief;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.drive.PropertyDescription;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Ground;

/** {@link ThermalErosion} until all is at rest or the steps are used up; strength blends from the ground below. */
@Kind(
        name = "thermal-erosion",
        title = "Thermal erosion",
        help = "Lets steep slopes crumble until none is steeper than the talus angle.")
public record ThermalRelief(
        String id,
        String name,

        @Setting(title = "seed", min = 0, max = 1_000_000, byDefault = "1", onCard = false)
        int seed,

        @Setting(title = "hidden", byDefault = "false") boolean hidden,

        @Setting(
                title = "steps",
                min = 1,
                max = 200_000,
                slider = {10, 5000},
                byDefault = "1000",
                help = "At most so many; it ends as soon as all is at rest")
        int steps,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements ReliefLayer {

    public static final String TALUS = "talus";
    public static final String STRENGTH = "strength";

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(TALUS, "The steepest slope that stays", "°", 0, 89, 60, 33, 33)
                    .inPlace(),
            PropertyDescription.of(STRENGTH, "0 leaves the ground, 1 lets it crumble", "", 0, 1, 1, 0, 1)
                    .inPlace());

    public ThermalRelief {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    /** The erosion of a ground, not run yet. */
    ThermalErosion erosion(Shaping below) {
        Ground ground = below.ground();
        return new ThermalErosion(
                Grids.doubles(ground.heights()),
                ground.columns(),
                ground.rows(),
                CellSize.of(ground),
                below.property(TALUS));
    }

    @Override
    public float[] shape(Shaping below) {
        ThermalErosion erosion = erosion(below);
        erosion.run(steps, below.cancel());
        double[] eroded = erosion.heights();
        return Grids.blend(below, below.property(STRENGTH), i -> eroded[i]);
    }
}
