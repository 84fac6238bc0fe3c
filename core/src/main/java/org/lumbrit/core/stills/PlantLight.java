package org.lumbrit.core.stills;

import static org.lumbrit.core.math.Smooth.smoothstep;

import java.util.Optional;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.recipe.Lying;
import org.lumbrit.core.snow.LayLayer;

/** How the vertices of one plant after another are lit. */
final class PlantLight {
    private final Light light;
    private final Air air;
    private final boolean flat;
    private final boolean solid;
    private final double[] eye;
    private final Optional<LayLayer> laid;
    /** Cosines of the angle to where it comes from at which stuff begins to lie, and lies wholly. */
    private final double bare;

    private final double whole;
    private final double[] out = new double[3];
    private double[] foot;
    private double length;
    private Colour tint;
    private boolean onProp;
    private double settled;
    private double open;
    private double sky;

    PlantLight(Light light, Plant planted, double[] eye, Optional<LayLayer> laid) {
        this.light = light;
        this.air = light.air;
        this.flat = planted.flat();
        this.solid = planted.solid();
        this.eye = eye;
        this.laid = laid;
        double reach =
                laid.map(layer -> layer.properties().get(LayLayer.REACH).most()).orElse(0.0);
        double edge =
                laid.map(layer -> layer.properties().get(LayLayer.EDGE).most()).orElse(0.0);
        this.bare = cosine(reach + edge / 2) - 1e-4;
        this.whole = cosine(reach - edge / 2);
    }

    private static double cosine(double degrees) {
        return StrictMath.cos(StrictMath.toRadians(Math.max(0, Math.min(180, degrees))));
    }

    void stands(Plants plants, int i, int packed, double covered) {
        foot = plants.base(i);
        length = plants.length().at(i);
        tint = Colour.ofPacked(packed);
        onProp = !plants.surfaceOf(i).isEmpty();
        settled = covered;
        open = light.open(foot[0], foot[2]);
        sky = light.sky(foot[0], foot[2]);
    }

    void light(Solid piece, int at, PlantMesh mesh, int v) {
        float[] n = piece.numbers;
        double x = piece.places[3 * at];
        double y = piece.places[3 * at + 1];
        double z = piece.places[3 * at + 2];
        double size = Math.sqrt(n[3 * at] * n[3 * at] + n[3 * at + 1] * n[3 * at + 1] + n[3 * at + 2] * n[3 * at + 2]);
        double vx = eye[0] - x;
        double vy = eye[1] - y;
        double vz = eye[2] - z;
        double far = Math.sqrt(vx * vx + vy * vy + vz * vz);
        double facing = n[3 * at] * vx + n[3 * at + 1] * vy + n[3 * at + 2] * vz;
        size = (size > 0 ? size : 1) * (facing < 0 ? -1 : 1);
        double nx = n[3 * at] / size;
        double ny = n[3 * at + 1] / size;
        double nz = n[3 * at + 2] / size;
        double high = onProp ? 1 : smoothstep(0.8, 3.5, y - foot[1]);
        double off = 0.02 * length;
        double[] s = air.toSun;
        double through =
                light.through(x + off * s[0], y + off * s[1], z + off * s[2], 2 * s[0], 2 * s[1], 2 * s[2], out);
        double sun = Math.max(open, 0.9 * high) * through;
        double above = Math.max(sky, 0.85 * high);
        double toward = Math.max(0, -(vx * s[0] + vy * s[1] + vz * s[2]) / far);
        double onIt = nx * s[0] + ny * s[1] + nz * s[2];
        double along = mesh.along()[v];
        int packed = mesh.colours()[v];
        double leafy = (packed >>> 24) / 255.0;
        Colour ownColour = Colour.ofPacked(packed);
        double[] mine = {ownColour.red(), ownColour.green(), ownColour.blue()};
        double[] leaf = {tint.red(), tint.green(), tint.blue()};
        double inside = inside(mesh, v, along);
        for (int c = 0; c < 3; c++) {
            double lit = flat
                    ? blade(c, mine[c], leaf[c], leafy, along, onIt, toward, ny, sun, above)
                    : solid
                            ? stone(c, mine[c], leaf[c], leafy, onIt, ny, sun, above)
                            : crown(c, mine[c], leaf[c], leafy, along, onIt, toward, ny, sun, above);
            n[3 * at + c] = (float) (lit * inside);
        }
        if (settled > 0) {
            covered(n, 3 * at, nx, ny, nz, flat ? 1 : leafy, along, sun, above);
        }
    }

    private double inside(PlantMesh mesh, int v, double along) {
        if (flat) {
            return Air.mix(0.30, 1, smoothstep(0, 0.75, along));
        }
        if (solid) {
            return Air.mix(0.7, 1, smoothstep(0, 0.35, along));
        }
        double x = mesh.positions()[3 * v] / 0.55;
        double y = (mesh.positions()[3 * v + 1] - 0.55) / 0.55;
        double z = mesh.positions()[3 * v + 2] / 0.55;
        double outer = Math.sqrt(x * x + y * y + z * z);
        return Air.mix(0.46, 1, smoothstep(0.1, 1.05, Math.max(outer, 0.9 * along)));
    }

    private double fromSky(int c, double ny, double level) {
        return air.sky[c] * (level + (1 - level) * ny) + air.bounce[c];
    }

    /** A thin blade: dark at the foot, pale at the tip, the sun shines through. */
    private double blade(
            int c,
            double mine,
            double tinted,
            double leafy,
            double along,
            double onIt,
            double toward,
            double ny,
            double sun,
            double above) {
        double lit = 0.42 + 0.58 * Math.max(onIt, 0) + 0.8 * toward * toward * along;
        double low = Air.mix(tinted, BLADE_FOOT[c], 0.78);
        double tip = Air.mix(tinted, BLADE_TIP[c], 0.22);
        double body = Air.mix(mine, Air.mix(low, tip, smoothstep(0.05, 0.95, along)), leafy);
        return body * (air.sun[c] * lit * sun * 0.72 + fromSky(c, ny, 0.6) * above);
    }

    private double stone(
            int c, double mine, double tinted, double leafy, double onIt, double ny, double sun, double above) {
        double lit = 0.12 + 0.88 * Math.max(onIt, 0);
        return Air.mix(mine, tinted, leafy) * (air.sun[c] * lit * sun * 0.72 + fromSky(c, ny, 0.55) * above);
    }

    /** Leaves and wood: a leaf lets through what falls on its other side, without the blue. */
    private double crown(
            int c,
            double mine,
            double tinted,
            double leafy,
            double along,
            double onIt,
            double toward,
            double ny,
            double sun,
            double above) {
        double lit = Air.mix(0.14, 0.28, leafy)
                + Air.mix(0.86, 0.72, leafy) * Math.max(onIt, 0)
                + 0.35 * toward * toward * leafy * along;
        double passed = PASSED[c] * leafy * Math.max(-onIt, 0);
        double low = Air.mix(tinted, LEAF_FOOT[c], 0.5);
        double body = Air.mix(mine, Air.mix(low, tinted, smoothstep(0, 0.7, along)), leafy);
        return body * (air.sun[c] * (lit + passed) * sun * 0.72 + fromSky(c, ny, 0.6) * above);
    }

    /** With what has settled on it: leaves bend and let most of it go; what stands upright is rimed from its tip. */
    private void covered(
            float[] n, int at, double nx, double ny, double nz, double leafy, double along, double sun, double above) {
        LayLayer layer = laid.orElseThrow();
        Lying stuff = layer.lying().orElseThrow();
        double[] from = layer.comesFrom();
        double facing = nx * from[0] + ny * from[1] + nz * from[2];
        facing = flat ? Math.max(facing, 0.8 * along) : facing;
        double much = settled * stuff.opacity() * smoothstep(bare, whole, facing) * Air.mix(1, 0.42, leafy);
        double soft = Math.max((nx * air.toSun[0] + ny * air.toSun[1] + nz * air.toSun[2] + 0.2) / 1.2, 0);
        double[] colour = {
            stuff.colour().red(), stuff.colour().green(), stuff.colour().blue()
        };
        for (int c = 0; c < 3; c++) {
            double lit = 0.72 * colour[c] * (air.sun[c] * soft * sun * 0.72 + fromSky(c, ny, 0.6) * above);
            n[at + c] += (float) (much * (lit - n[at + c]));
        }
    }

    private static final double[] BLADE_FOOT = {0.085, 0.105, 0.035};
    private static final double[] BLADE_TIP = {0.92, 0.86, 0.66};
    private static final double[] LEAF_FOOT = {0.07, 0.085, 0.03};
    private static final double[] PASSED = {0.62, 0.60, 0.22};
}
