package org.lumbrit.formats.handover;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.plants.PlantMesh;

/**
 * Plants as USD text: for each layer a PointInstancer over one prototype mesh a variant, of length 1 and width 1, with positions,
 * orientations and scales in metres, +Y up. Its ids are the lower 63 bits of the plants' identities.
 */
final class UsdPoints {
    private UsdPoints() {}

    /** @param layers the instances of each layer, none of them empty */
    static Content of(String name, List<List<Instances>> layers) {
        return out -> {
            Writer to = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8), 1 << 16);
            to.write("#usda 1.0\n(\n    defaultPrim = \"Site\"\n    metersPerUnit = 1\n    upAxis = \"Y\"\n    doc = \""
                    + name.replaceAll("[\"\\\\\\n]", "'") + ", written by Lumbrit\"\n)\n\ndef Xform \"Site\"\n{\n");
            for (int l = 0; l < layers.size(); l++) {
                layer(to, l, layers.get(l));
            }
            to.write("}\n");
            to.flush();
        };
    }

    private static void layer(Writer to, int number, List<Instances> all) throws IOException {
        String prim = identifier(all.get(0).layer().name()) + "_" + number;
        to.write("    def PointInstancer \"" + prim + "\"\n    {\n");
        to.write("        rel prototypes = [");
        for (int v = 0; v < all.size(); v++) {
            to.write((v == 0 ? "" : ", ") + "</Site/" + prim + "/Prototypes/Variant_" + v + ">");
        }
        to.write("]\n        int[] protoIndices = [");
        list(to, all, (each, v, i) -> Integer.toString(v));
        to.write("]\n        int64[] ids = [");
        // the sign is left out, as not every reader takes one
        list(to, all, (each, v, i) -> Long.toString(each.plants().feet().id()[each.chosen()[i]] & Long.MAX_VALUE));
        to.write("]\n        point3f[] positions = [");
        list(to, all, (each, v, i) -> {
            double[] p = each.translation(i);
            return triple((float) p[0], (float) p[1], (float) p[2]);
        });
        to.write("]\n        quath[] orientations = [");
        list(to, all, UsdPoints::quaternion);
        to.write("]\n        quatf[] orientationsf = [");
        list(to, all, UsdPoints::quaternion);
        to.write("]\n        float3[] scales = [");
        list(to, all, (each, v, i) -> triple(each.scale(i, 0), each.scale(i, 1), each.scale(i, 2)));
        String colour = all.get(0).tinting().whole() ? "displayColor" : "tint";
        to.write("]\n        color3f[] primvars:" + colour + " = [");
        list(to, all, (each, v, i) -> triple(each.colour(i, 0), each.colour(i, 1), each.colour(i, 2)));
        to.write(
                "] (\n            interpolation = \"vertex\"\n        )\n\n        def Scope \"Prototypes\"\n        {\n");
        for (int v = 0; v < all.size(); v++) {
            prototype(to, v, all.get(v));
        }
        to.write("        }\n    }\n");
    }

    /** w first, as USD writes quaternions. */
    private static String quaternion(Instances each, int variant, int i) {
        return "(" + number(each.rotation(i, 3)) + ", " + number(each.rotation(i, 0)) + ", "
                + number(each.rotation(i, 1)) + ", " + number(each.rotation(i, 2)) + ")";
    }

    private interface Item {
        String of(Instances each, int variant, int i);
    }

    private static void list(Writer to, List<Instances> all, Item item) throws IOException {
        String gap = "";
        for (int v = 0; v < all.size(); v++) {
            for (int i = 0; i < all.get(v).count(); i++) {
                to.write(gap);
                to.write(item.of(all.get(v), v, i));
                gap = ", ";
            }
        }
    }

    private static void prototype(Writer to, int variant, Instances plants) throws IOException {
        PlantMesh mesh = plants.unit(0);
        to.write(
                "            def Mesh \"Variant_" + variant
                        + "\"\n            {\n                uniform bool doubleSided = 1\n"
                        + "                uniform token subdivisionScheme = \"none\"\n                int[] faceVertexCounts = [");
        for (int t = 0; t < mesh.triangles(); t++) {
            to.write(t == 0 ? "3" : ", 3");
        }
        to.write("]\n                int[] faceVertexIndices = [");
        for (int i = 0; i < mesh.indices().length; i++) {
            to.write((i == 0 ? "" : ", ") + mesh.indices()[i]);
        }
        to.write("]\n                point3f[] points = [");
        triples(to, mesh.positions());
        to.write("]\n                normal3f[] normals = [");
        triples(to, mesh.normals());
        to.write("] (\n                    interpolation = \"vertex\"\n                )\n");
        if (!plants.tinting().whole()) {
            to.write("                color3f[] primvars:displayColor = [");
            triples(to, plants.tinting().shade(mesh));
            to.write("] (\n                    interpolation = \"vertex\"\n                )\n");
        }
        to.write("            }\n");
    }

    private static void triples(Writer to, float[] values) throws IOException {
        for (int i = 0; i < values.length; i += 3) {
            to.write((i == 0 ? "" : ", ") + triple(values[i], values[i + 1], values[i + 2]));
        }
    }

    private static String triple(float x, float y, float z) {
        return "(" + number(x) + ", " + number(y) + ", " + number(z) + ")";
    }

    private static String number(float value) {
        return Decimal.write(value, 9);
    }

    private static String identifier(String name) {
        String plain = name.replaceAll("[^A-Za-z0-9]+", "_");
        return plain.matches("[A-Za-z_].*") ? plain : "_" + plain;
    }
}
