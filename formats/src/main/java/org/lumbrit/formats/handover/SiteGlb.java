package org.lumbrit.formats.handover;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.light.Daylight;
import org.lumbrit.core.looks.Earth;
import org.lumbrit.core.looks.GroundCharacter;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.GroundMesh;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;
import tools.jackson.databind.node.ObjectNode;

/** The site as GLB: the ground, the tarn's level plane, and the plants of every layer as instances a variant. */
final class SiteGlb {
    /** Lux of a level place in the usual light, and what it has then in the units of {@link Daylight}. */
    private static final double USUAL_LUX = 44_000;

    private static final double USUAL = 1.3;

    private SiteGlb() {}

    static Content write(SiteEvaluation evaluation, ShownPlants shown, List<CoverLayer> layers, List<Layer> tints) {
        Glb glb = new Glb();
        Lattice lattice = GroundDrawn.lattice(evaluation.plan().ground());
        Samples samples = evaluation.samples(lattice);
        float[] colours = colours(evaluation, lattice, samples, tints);
        int groundMaterial = glb.material("Ground", 1, 1, 1, 1, 1, false);
        Mesh ground = GroundMesh.of(lattice, samples);
        glb.node(
                "Ground",
                glb.mesh("Ground", ground.positions(), ground.normals(), colours, ground.triangles(), groundMaterial));
        things(glb, evaluation, tints);
        sun(glb, evaluation);
        for (CoverLayer layer : layers) {
            List<Instances> plants = shown.of(layer);
            if (!plants.isEmpty()) {
                cover(glb, layer, plants);
            }
        }
        return glb.content(evaluation.plan().recipe().name());
    }

    /** The sun of the site's daylight, as bright as the eye that is used to it takes it; none where the sky is covered. */
    static void sun(Glb glb, SiteEvaluation evaluation) {
        Optional<Daylight> daylight = evaluation.at(0).plan().recipe().daylight();
        daylight.ifPresent(light -> {
            double most = Arrays.stream(light.sun()).max().orElse(0);
            if (most > 0) {
                double[] colour =
                        Arrays.stream(light.sun()).map(part -> part / most).toArray();
                Quaternion turn = Quaternion.about(0, 1, 0, 180 - light.heading())
                        .times(Quaternion.about(1, 0, 0, -light.elevation()));
                glb.sun("Sun", turn, colour, most * USUAL_LUX / USUAL);
            }
        });
    }

    /** The ground as daylight shows it, under every tint, in linear light. */
    private static float[] colours(SiteEvaluation evaluation, Lattice lattice, Samples samples, List<Layer> tints) {
        Ground ground = evaluation.plan().ground();
        double water = evaluation.plan().recipe().ground().waterLevel().orElse(Double.NEGATIVE_INFINITY);
        double spacing = ground.width() / (lattice.columns() - 1);
        float[] rgb = Earth.of(ground, water, spacing, GroundCharacter.of(ground, GroundCharacter.NODES, Cancel.NEVER))
                .colours(samples, Cancel.NEVER);
        tints.forEach(layer -> evaluation.tint(layer, samples).over(rgb));
        return rgb;
    }

    private static float[] level(Samples samples, double level) {
        float[] positions = new float[3 * samples.count()];
        for (int i = 0; i < samples.count(); i++) {
            positions[3 * i] = (float) samples.x()[i];
            positions[3 * i + 1] = (float) level;
            positions[3 * i + 2] = (float) samples.z()[i];
        }
        return positions;
    }

    /** Props and the water. @return whether there are any */
    static boolean things(Glb glb, SiteEvaluation evaluation, List<Layer> tints) {
        props(glb, evaluation, tints);
        Optional<Double> level = evaluation.plan().recipe().ground().waterLevel();
        boolean wet = level.isPresent() && water(glb, evaluation, level.get());
        return wet || evaluation.plan().recipe().props().stream().anyMatch(prop -> !prop.hidden());
    }

    /** Each prop where it stands, in its own colour under every tint. */
    static void props(Glb glb, SiteEvaluation evaluation, List<Layer> tints) {
        for (Prop prop : evaluation.plan().recipe().props()) {
            if (prop.hidden()) {
                continue;
            }
            PlacedMesh placed = evaluation.placed(prop.id());
            Colour own = Colour.ofHex(prop.colour());
            double[] base = {own.red(), own.green(), own.blue()};
            float[] colours = new float[0];
            if (!tints.isEmpty()) {
                Samples samples = evaluation.samples(placed);
                colours = new float[3 * samples.count()];
                for (int i = 0; i < colours.length; i++) {
                    colours[i] = (float) base[i % 3];
                }
                float[] rgb = colours;
                tints.forEach(
                        layer -> evaluation.on(prop.id()).tint(layer, samples).over(rgb));
                Arrays.fill(base, 1);
            }
            int material = glb.material(prop.name(), base[0], base[1], base[2], 1, 0.9, true);
            Mesh mesh = placed.mesh();
            glb.placed(
                    prop.name(),
                    glb.mesh(prop.name(), mesh.positions(), mesh.normals(), colours, mesh.triangles(), material),
                    placed.origin(),
                    placed.turn(),
                    placed.size());
        }
    }

    private static boolean water(Glb glb, SiteEvaluation evaluation, double level) {
        Lattice lattice = GroundDrawn.lattice(evaluation.plan().ground());
        Samples samples = evaluation.samples(lattice);
        int[] wet = GroundMesh.triangles(lattice, samples, level);
        if (wet.length == 0) {
            return false;
        }
        int[] newIndex = new int[samples.count()];
        Arrays.fill(newIndex, -1);
        int count = 0;
        float[] all = level(samples, level);
        float[] used = new float[all.length];
        for (int i = 0; i < wet.length; i++) {
            int old = wet[i];
            if (newIndex[old] < 0) {
                System.arraycopy(all, 3 * old, used, 3 * count, 3);
                newIndex[old] = count++;
            }
            wet[i] = newIndex[old];
        }
        float[] up = new float[3 * count];
        for (int i = 0; i < count; i++) {
            up[3 * i + 1] = 1;
        }
        int material = glb.material("Tarn", 0.04, 0.11, 0.16, 0.85, 0.1, false);
        glb.node("Tarn", glb.mesh("Tarn", Arrays.copyOf(used, 3 * count), up, new float[0], wet, material));
        return true;
    }

    private static void cover(Glb glb, CoverLayer layer, List<Instances> plants) {
        int material = glb.material(layer.name(), 1, 1, 1, 1, 0.9, true);
        for (Instances each : plants) {
            instances(glb, each, 0, material);
        }
    }

    /** Plants of one mesh. @param detail 0 for the full one */
    static void instances(Glb glb, Instances plants, int detail, int material) {
        glb.instances(plants.name(), mesh(glb, plants, detail, material), glb.attributes(plants));
    }

    private static int mesh(Glb glb, Instances plants, int detail, int material) {
        PlantMesh shape = plants.unit(detail);
        String name = detail == 0 ? plants.name() : plants.name() + " detail " + detail;
        float[] colours = plants.tinting().shade(shape);
        int mesh = glb.mesh(name, shape.positions(), shape.normals(), colours, shape.indices(), material);
        if (!plants.tinting().whole()) {
            glb.vertexNumbers(mesh, "_TINTED", Tinting.tinted(shape));
        }
        return mesh;
    }

    /** The plants alone, a scene a detail level, all of them with the same instances; the last scene has the stand-ins. */
    static Content details(ShownPlants shown, List<CoverLayer> layers) {
        Glb glb = new Glb();
        List<Instances> all =
                layers.stream().flatMap(layer -> shown.of(layer).stream()).toList();
        List<ObjectNode> attributes = all.stream().map(glb::attributes).toList();
        int material = glb.material("Plants", 1, 1, 1, 1, 0.9, true);
        int most = all.stream().mapToInt(each -> each.details().size()).max().orElse(1);
        for (int detail = 0; detail < most; detail++) {
            glb.scene("Detail " + detail);
            for (int i = 0; i < all.size(); i++) {
                Instances each = all.get(i);
                int level = Math.min(detail, each.details().size() - 1);
                glb.instances(
                        each.name() + " detail " + detail,
                        mesh(glb, each, level, material),
                        attributes.get(i).deepCopy());
            }
        }
        return glb.content("Plants");
    }
}
