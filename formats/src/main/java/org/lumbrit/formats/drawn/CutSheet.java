package org.lumbrit.formats.drawn;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.slices.SlicesLayer;
import org.lumbrit.core.surface.ContourLines;
import org.lumbrit.core.surface.Ground;

/**
 * The outlines of a stack of slices beside each other as SVG in millimetres, for cutting: each in a group of its own with its number, and with
 * the marks of two dowels toward the slice above it and two toward the one below.
 */
public final class CutSheet {
    /** Millimetres of the longest slice at most. */
    private static final double LONGEST = 280;

    private static final double GAP = 12;
    private static final double DOWEL = 1.5;

    private final SlicesLayer.Stack stack;
    private final StringBuilder out = new StringBuilder();
    private final double scale;
    private final double wide;
    private final double deep;

    private CutSheet(SlicesLayer.Stack stack) {
        this.stack = stack;
        this.wide = (stack.columns() - 1) * stack.cell();
        this.deep = (stack.rows() - 1) * stack.cell();
        this.scale = PlanSheet.round(Math.max(wide, deep) * 1000 / LONGEST);
    }

    /** The number n of the scale 1 : n at which a stack is cut. */
    public static double scale(SlicesLayer.Stack stack) {
        return new CutSheet(stack).scale;
    }

    public static byte[] write(SlicesLayer.Stack stack, String title) {
        CutSheet sheet = new CutSheet(stack);
        sheet.sheet(title);
        return sheet.out.toString().getBytes(StandardCharsets.UTF_8);
    }

    private void sheet(String title) {
        int count = stack.slices().size();
        int across = (int) Math.max(1, Math.ceil(Math.sqrt(count * deep / wide)));
        double mm = 1000 / scale;
        double width = GAP + across * (mm * wide + GAP);
        double height = GAP + Math.ceil(count / (double) across) * (mm * deep + GAP) + GAP;
        out.append("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"")
                .append(Decimal.write(width, 3))
                .append("mm\" height=\"")
                .append(Decimal.write(height, 3))
                .append("mm\" viewBox=\"0 0 ")
                .append(Decimal.write(width, 3))
                .append(' ')
                .append(Decimal.write(height, 3))
                .append("\">\n<title>")
                .append(DrawingSvg.escaped(title))
                .append(", ")
                .append(count)
                .append(" slices at 1 : ")
                .append(Decimal.write(scale, 4))
                .append("</title>\n");
        for (int k = 0; k < count; k++) {
            double x = GAP + k % across * (mm * wide + GAP);
            double y = GAP + (double) (k / across) * (mm * deep + GAP);
            slice(k, x, y, mm);
        }
        out.append("</svg>\n");
    }

    private void slice(int k, double x, double y, double mm) {
        int number = stack.slices().get(k).number();
        out.append("<g id=\"slice-")
                .append(number)
                .append("\"><title>Slice ")
                .append(number)
                .append(", ")
                .append(Decimal.write(stack.areas()[k], 4))
                .append(" m²</title>\n<path fill=\"none\" stroke=\"#c02020\" stroke-width=\"0.1\" d=\"");
        Ground grid = new Ground(
                stack.columns(), stack.rows(), stack.inside().get(k), wide, deep, new boolean[0], "slice " + k);
        for (ContourLines.Line line : ContourLines.lines(grid, 0)) {
            char how = 'M';
            for (Point3 point : line.points()) {
                out.append(how).append(place(x, y, mm, point.x() + wide / 2, point.z() + deep / 2));
                how = how == 'M' ? 'L' : ' ';
            }
            out.append('Z');
        }
        out.append("\"/>\n");
        for (int side = -1; side <= 1; side += 2) {
            int other = k + side;
            if (other >= 0 && other < stack.inside().size()) {
                for (double[] dowel : dowels(Math.min(k, other))) {
                    out.append("<circle class=\"")
                            .append(side < 0 ? "below" : "above")
                            .append("\" fill=\"none\" stroke=\"#2040c0\" stroke-width=\"0.1\" r=\"")
                            .append(Decimal.write(DOWEL, 2))
                            .append("\" cx=\"")
                            .append(Decimal.write(x + mm * dowel[0], 3))
                            .append("\" cy=\"")
                            .append(Decimal.write(y + mm * dowel[1], 3))
                            .append("\"/>\n");
                }
            }
        }
        out.append("<text font-family=\"sans-serif\" font-size=\"5\" fill=\"#2040c0\" x=\"")
                .append(Decimal.write(x, 3))
                .append("\" y=\"")
                .append(Decimal.write(y - 2, 3))
                .append("\">")
                .append(number)
                .append("</text>\n</g>\n");
    }

    private static String place(double x, double y, double mm, double east, double south) {
        return Decimal.write(x + mm * east, 3) + " " + Decimal.write(y + mm * south, 3);
    }

    /** Two places well within a slice and the one above it, as far from each other as can be: metres from the north-west corner. */
    private List<double[]> dowels(int lower) {
        float[] a = stack.inside().get(lower);
        float[] b = stack.inside().get(lower + 1);
        int reach = (int) Math.ceil(2 * DOWEL * scale / 1000 / stack.cell());
        List<double[]> dowels = new ArrayList<>();
        for (int round = 0; round < 2; round++) {
            double best = 0;
            double[] at = null;
            for (int i = 0; i < a.length; i++) {
                if (!clear(a, i, reach) || !clear(b, i, reach)) {
                    continue;
                }
                double x = i % stack.columns() * stack.cell();
                double z = (double) (i / stack.columns()) * stack.cell();
                double value = dowels.isEmpty()
                        ? Math.min(a[i], b[i])
                        : Math.hypot(x - dowels.get(0)[0], z - dowels.get(0)[1]) - reach * stack.cell();
                if (value > best) {
                    best = value;
                    at = new double[] {x, z};
                }
            }
            if (at != null) {
                dowels.add(at);
            }
        }
        return dowels;
    }

    /** Whether a node and those so many round it are solid. */
    private boolean clear(float[] inside, int i, int reach) {
        int c = i % stack.columns();
        int r = i / stack.columns();
        if (inside[i] < 0 || c < reach || r < reach || c >= stack.columns() - reach || r >= stack.rows() - reach) {
            return false;
        }
        for (int k = 0; k < 9; k++) {
            if (inside[i + (k % 3 - 1) * reach + (k / 3 - 1) * reach * stack.columns()] < 0) {
                return false;
            }
        }
        return true;
    }
}
