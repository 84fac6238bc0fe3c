package org.lumbrit.core.falloff;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Shelter;
import org.lumbrit.core.surface.Horizon;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;

/**
 * Sky view: the cosine-weighted free share of the sky above a place, within a reach, hidden by ground and props. On the
 * ground it is computed at the ground's own nodes, at most 257 along the longer side, and read bilinear between them; on a prop
 * at each place itself.
 */
@Kind(name = "sky-view", version = 3, title = "Sky view", help = "1 in the open, less in hollows and under walls.")
public record SkySource(
        @Setting(
                title = "reach",
                unit = "m",
                min = 0.01,
                max = 20000,
                slider = {1, 200},
                byDefault = "60",
                help = "Ground farther away than this hides nothing")
        double reach)
        implements Source {

    private static final int NODES = 257;

    private record Within(double reach) {}

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.PROPS);
    }

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new Within(reach), (scene, samples) -> {
            List<PlacedMesh> props = scene.props();
            double lift = 1e-4 * Math.max(scene.ground().width(), scene.ground().depth());
            if (scene.owner() != scene.ground()) {
                double above = 1e-3 * scene.owner().cell();
                return (from, to, out) -> {
                    Shelter shelter = new Shelter(scene.ground(), props);
                    for (int i = from; i < to; i++) {
                        out[i] = (float) onProp(shelter, samples, i, above);
                    }
                };
            }
            Lattice lattice = scene.ground().lattice(NODES);
            KeyBuilder key = new KeyBuilder("sky-view/3").add(reach);
            props.forEach(prop -> key.add(prop.key()));
            float[] free = scene.overGround(
                    key.key(),
                    cancel -> props.isEmpty()
                            ? Horizon.sky(lattice, reach, cancel)
                            : amongProps(scene, lattice, props, lift, cancel));
            return (from, to, out) -> {
                for (int i = from; i < to; i++) {
                    out[i] = (float) lattice.between(free, samples.x()[i], samples.z()[i]);
                }
            };
        }));
    }

    private float[] amongProps(Scene scene, Lattice lattice, List<PlacedMesh> props, double lift, Cancel cancel) {
        float[] free = new float[lattice.count()];
        Chunks.run(free.length, 512, cancel, (from, to) -> {
            Shelter shelter = new Shelter(scene.ground(), props);
            for (int i = from; i < to; i++) {
                double x = lattice.x(i % lattice.columns());
                double z = lattice.z(i / lattice.columns());
                free[i] = (float) shelter.sky(x, scene.ground().height(x, z), z, reach, lift);
            }
        });
        return free;
    }

    /** Starts a little outside the surface, along its normal. */
    private double onProp(Shelter shelter, Samples samples, int i, double above) {
        return shelter.sky(
                samples.x()[i] + above * samples.nx()[i],
                samples.y()[i] + above * samples.ny()[i],
                samples.z()[i] + above * samples.nz()[i],
                reach,
                0);
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        System.arraycopy(measured, from, out, from, to - from);
    }

    @Override
    public String title(Names names) {
        return "Sky view";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return Decimal.write(100 * measured[index], 0) + " % of the sky is free";
    }
}
