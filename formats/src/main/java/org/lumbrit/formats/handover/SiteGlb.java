package org.lumbrit.formats.handover;

import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.GroundMesh;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;

/** The site as GLB: the ground, the tarn's level plane, and the plants of every layer as instances a variant. */
final class SiteGlb {
    private static final int LONGEST = 513;
    /** Bare ground in linear light. */
    private static final double[] BARE = {0.19, 0.18, 0.12};

    private SiteGlb() {}

    static byte[] write(SiteEvaluation evaluation, List<CoverLayer> layers, List<TintLayer> tints) {
        Glb glb = new Glb();
        Lattice lattice = evaluation.plan().ground().lattice(LONGEST);
        Samples samples = evaluation.samples(lattice);
        float[] colours = colours(evaluation, samples, tints);
        boolean plain = colours.length == 0;
        int groundMaterial =
                glb.material("Ground", plain ? BARE[0] : 1, plain ? BARE[1] : 1, plain ? BARE[2] : 1, 1, 1, false);
        Mesh ground = GroundMesh.of(lattice, samples);
        glb.node(
                "Ground",
                glb.mesh("Ground", ground.positions(), ground.normals(), colours, ground.triangles(), groundMaterial));
        props(glb, evaluation, tints);
        evaluation.plan().recipe().ground().waterLevel().ifPresent(level -> water(glb, lattice, samples, level));
        layers.forEach(layer -> cover(glb, layer, evaluation.plants(layer)));
        return glb.write(evaluation.plan().recipe().name());
    }

    /** The bare ground under every tint, in linear light; empty where there is none. */
    private static float[] colours(SiteEvaluation evaluation, Samples samples, List<TintLayer> tints) {
        if (tints.isEmpty()) {
            return new float[0];
        }
        float[] rgb = new float[3 * samples.count()];
        for (int i = 0; i < rgb.length; i++) {
            rgb[i] = (float) BARE[i % 3];
        }
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

    /** Each prop where it stands, in its own colour under every tint. */
    static void props(Glb glb, SiteEvaluation evaluation, List<TintLayer> tints) {
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

    private static void water(Glb glb, Lattice lattice, Samples samples, double level) {
        int[] wet = GroundMesh.triangles(lattice, samples, level);
        if (wet.length == 0) {
            return;
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
    }

    private static void cover(Glb glb, CoverLayer layer, Plants plants) {
        int material = glb.material(layer.name(), 1, 1, 1, 1, 0.9, true);
        int[] colours = plants.colours(layer);
        for (int variant = 0; variant < layer.plant().variants(); variant++) {
            int[] chosen = ofVariant(plants, variant);
            if (chosen.length == 0) {
                continue;
            }
            PlantMesh shape = layer.plant().mesh(layer.seed(), variant);
            String name = layer.name() + " " + (variant + 1);
            int mesh =
                    glb.mesh(name, shape.positions(), shape.normals(), shade(shape.along()), shape.indices(), material);
            instances(glb, name, mesh, plants, chosen, colours);
        }
    }

    /** Grey from the dark foot to the full tip. */
    private static float[] shade(float[] along) {
        float[] shade = new float[3 * along.length];
        for (int i = 0; i < shade.length; i++) {
            shade[i] = 0.3f + 0.7f * along[i / 3];
        }
        return shade;
    }

    private static int[] ofVariant(Plants plants, int variant) {
        int[] chosen = new int[plants.count()];
        int n = 0;
        for (int i = 0; i < chosen.length; i++) {
            if (plants.variant()[i] == variant) {
                chosen[n++] = i;
            }
        }
        return Arrays.copyOf(chosen, n);
    }

    private static void instances(Glb glb, String name, int mesh, Plants plants, int[] chosen, int[] packed) {
        float[] translations = new float[3 * chosen.length];
        float[] rotations = new float[4 * chosen.length];
        float[] scales = new float[3 * chosen.length];
        float[] colours = new float[3 * chosen.length];
        for (int i = 0; i < chosen.length; i++) {
            int plant = chosen[i];
            translations[3 * i] = (float) plants.feet().x()[plant];
            translations[3 * i + 1] = (float) plants.feet().y()[plant];
            translations[3 * i + 2] = (float) plants.feet().z()[plant];
            System.arraycopy(plants.turn(), 4 * plant, rotations, 4 * i, 4);
            scales[3 * i] = plants.width()[plant];
            scales[3 * i + 1] = plants.length()[plant];
            scales[3 * i + 2] = plants.length()[plant];
            Colour colour = Colour.ofHex(String.format("#%06x", packed[plant]));
            colours[3 * i] = (float) colour.red();
            colours[3 * i + 1] = (float) colour.green();
            colours[3 * i + 2] = (float) colour.blue();
        }
        glb.instances(name, mesh, translations, rotations, scales, colours);
    }
}
