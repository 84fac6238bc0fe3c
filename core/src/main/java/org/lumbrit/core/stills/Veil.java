package org.lumbrit.core.stills;

import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.sheets.Drift;
import org.lumbrit.core.sheets.Sheet;
import org.lumbrit.core.sheets.SheetsLayer;

/** A hanging sheet of mist, dust or spindrift. Its vertices tell how far along it and above its foot they lie, and how much it hides there. */
final class Veil implements Surface {
    static final int EACH = 3;
    /** Rows from its foot to its top: its fades are smooth anyway. */
    private static final int ROWS = 6;
    /** Hides less than can be seen. */
    private static final double NOTHING = 0.004;
    /** Of its height: over so much it fades where something cuts through it. */
    private static final double SOFT = 0.3;

    private final Light light;
    private final Air air;
    private final SheetsLayer layer;
    private final Drift drift;
    private final double time;
    private final double[] colour;
    private final double much;
    final double soft;

    /** @param quiet whether values are what is looked at */
    Veil(Light light, SheetsLayer layer, Drift drift, double time, boolean quiet) {
        this.light = light;
        this.air = light.air;
        this.layer = layer;
        this.drift = drift;
        this.time = time;
        this.soft = SOFT * layer.height();
        Colour own = Colour.ofHex(layer.colour());
        this.colour = new double[] {own.red(), own.green(), own.blue()};
        this.much = quiet ? 0.3 : 1;
    }

    /** A band that stands over places in plan. */
    static Solid standing(Sheet sheet, double height, Surface surface) {
        int count = sheet.x().length;
        float[] places = new float[3 * count * ROWS];
        float[] numbers = new float[EACH * count * ROWS];
        for (int r = 0; r < ROWS; r++) {
            double high = height * r / (ROWS - 1);
            for (int n = 0; n < count; n++) {
                int i = 3 * (r * count + n);
                places[i] = (float) sheet.x()[n];
                places[i + 1] = (float) (sheet.base()[n] + high);
                places[i + 2] = (float) sheet.z()[n];
                numbers[i] = (float) sheet.along()[n];
                numbers[i + 1] = (float) high;
                numbers[i + 2] = sheet.opacity()[n];
            }
        }
        int[] triangles = new int[6 * (count - 1) * (ROWS - 1)];
        int t = 0;
        for (int r = 0; r + 1 < ROWS; r++) {
            for (int n = 0; n + 1 < count; n++) {
                int a = r * count + n;
                for (int k : new int[] {a, a + 1, a + count, a + 1, a + count + 1, a + count}) {
                    triangles[t++] = k;
                }
            }
        }
        return new Solid(places, triangles, EACH, numbers, surface);
    }

    @Override
    public void colour(Spot s) {
        double most = layer.fades(s.numbers[1]) * Smooth.smoothstep(layer.near(), layer.far(), s.far) * s.numbers[2];
        s.hides = most < NOTHING ? 0 : much * most * drift.at(s.numbers[0], s.numbers[1], time);
        if (s.hides < NOTHING) {
            s.hides = 0;
            return;
        }
        // droplets throw light on, most of it the way that it goes
        double[] d = air.toSun;
        double toward = Math.max(0, -(s.toX * d[0] + s.toY * d[1] + s.toZ * d[2]));
        double three = toward * toward * toward;
        double onward = (0.25 + 0.9 * three * three) * Air.mix(0.35, 1, light.open(s.x, s.z)) * 0.55;
        s.set(shade(0, onward), shade(1, onward), shade(2, onward));
    }

    private double shade(int c, double onward) {
        return colour[c] * (air.sun[c] * onward + air.sky[c] * 0.95 + layer.glow());
    }
}
