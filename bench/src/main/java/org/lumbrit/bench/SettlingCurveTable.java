package org.lumbrit.bench;

import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.lumbrit.core.cover.SettlingCurve;

/** Measures the settling curve anew and writes the table that the core ships: {@code SettlingCurveTable FILE [PLANTS]}. */
public final class SettlingCurveTable {
    private SettlingCurveTable() {}

    public static void main(String[] arguments) throws IOException {
        double plants = arguments.length > 1 ? Double.parseDouble(arguments[1]) : 4e6;
        try (DataOutputStream out = new DataOutputStream(Files.newOutputStream(Path.of(arguments[0])))) {
            for (int node = 0; node <= SettlingCurve.NODES * SettlingCurve.DOUBLINGS; node++) {
                for (float value : SettlingCurve.measure(node, 0x5EED + node, plants)) {
                    out.writeFloat(value);
                }
            }
        }
    }
}
