package org.lumbrit.formats.places;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.lumbrit.formats.BadInputException;

/** The path data of SVG 2 (chapter 9.3) as polylines; curves are cut into short straight pieces. */
final class SvgPath {
    private static final Pattern TOKEN = Pattern.compile("[A-Za-z]|[+-]?(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][+-]?\\d+)?");
    private static final int PIECES_A_CURVE = 16;
    private static final int MOST_CORNERS = 100_000;
    private static final int MOST_TOKENS = 8 * MOST_CORNERS;

    private final List<Piece> pieces = new ArrayList<>();
    private final List<String> tokens = new ArrayList<>();
    private final String fileName;
    private List<double[]> corners = new ArrayList<>();
    private int at;
    private double x;
    private double y;
    private double startX;
    private double startY;
    /** The control point that a smooth curve goes on from. */
    private double controlX;

    private double controlY;
    private char before = ' ';

    /** One line of the path. */
    record Piece(List<double[]> corners, boolean closed) {}

    SvgPath(String data, String fileName) {
        this.fileName = fileName;
        Matcher matcher = TOKEN.matcher(data);
        while (matcher.find()) {
            tokens.add(matcher.group());
            if (tokens.size() > MOST_TOKENS) {
                throw new BadInputException(
                        fileName + ": a path has more than " + MOST_TOKENS + " numbers; make it of fewer.");
            }
        }
    }

    List<Piece> pieces() {
        char command = 'M';
        while (at < tokens.size()) {
            int begin = at;
            if (Character.isLetter(tokens.get(at).charAt(0))) {
                command = tokens.get(at++).charAt(0);
                if (command == 'Z' || command == 'z') {
                    end(true);
                    x = startX;
                    y = startY;
                    before = 'Z';
                    continue;
                }
            } else if (before == 'Z' || before == ' ' && command != 'M') {
                throw bad(tokens.get(at));
            } else if (before == 'M') {
                command = command == 'm' ? 'l' : 'L';
            }
            draw(command);
            before = Character.toUpperCase(command);
            if (corners.size() > MOST_CORNERS || at == begin) {
                throw bad(tokens.get(begin));
            }
        }
        end(false);
        return pieces;
    }

    private BadInputException bad(String token) {
        return new BadInputException(fileName + ": “" + token + "” cannot stand there in the data of a path.");
    }

    private double number() {
        if (at >= tokens.size() || Character.isLetter(tokens.get(at).charAt(0))) {
            throw bad(at < tokens.size() ? tokens.get(at) : "end");
        }
        double value = Double.parseDouble(tokens.get(at++));
        if (!(Math.abs(value) < 1e7)) {
            throw bad(tokens.get(at - 1));
        }
        return value;
    }

    private void draw(char command) {
        boolean relative = Character.isLowerCase(command);
        double fromX = relative ? x : 0;
        double fromY = relative ? y : 0;
        switch (Character.toUpperCase(command)) {
            case 'M' -> {
                end(false);
                x = fromX + number();
                y = fromY + number();
                startX = x;
                startY = y;
                corners.add(new double[] {x, y});
            }
            case 'L' -> to(fromX + number(), fromY + number());
            case 'H' -> to(fromX + number(), y);
            case 'V' -> to(x, fromY + number());
            case 'C' ->
                curve(
                        fromX + number(),
                        fromY + number(),
                        fromX + number(),
                        fromY + number(),
                        fromX + number(),
                        fromY + number());
            case 'S' -> {
                boolean smooth = before == 'C' || before == 'S';
                double c1x = smooth ? 2 * x - controlX : x;
                double c1y = smooth ? 2 * y - controlY : y;
                curve(c1x, c1y, fromX + number(), fromY + number(), fromX + number(), fromY + number());
            }
            case 'Q' -> quadratic(fromX + number(), fromY + number(), fromX + number(), fromY + number());
            case 'T' -> {
                boolean smooth = before == 'Q' || before == 'T';
                double qx = smooth ? 2 * x - controlX : x;
                double qy = smooth ? 2 * y - controlY : y;
                quadratic(qx, qy, fromX + number(), fromY + number());
            }
            case 'A' ->
                throw new BadInputException(
                        fileName + ": arcs cannot be read; turn them into curves or straight pieces first.");
            default -> throw bad(String.valueOf(command));
        }
    }

    private void to(double newX, double newY) {
        if (corners.isEmpty()) {
            corners.add(new double[] {x, y});
        }
        x = newX;
        y = newY;
        corners.add(new double[] {x, y});
    }

    private void curve(double ax, double ay, double bx, double by, double ex, double ey) {
        double sx = x;
        double sy = y;
        for (int i = 1; i <= PIECES_A_CURVE; i++) {
            double t = (double) i / PIECES_A_CURVE;
            double s = 1 - t;
            to(
                    s * s * s * sx + 3 * s * s * t * ax + 3 * s * t * t * bx + t * t * t * ex,
                    s * s * s * sy + 3 * s * s * t * ay + 3 * s * t * t * by + t * t * t * ey);
        }
        controlX = bx;
        controlY = by;
    }

    private void quadratic(double qx, double qy, double ex, double ey) {
        curve(x + 2 * (qx - x) / 3, y + 2 * (qy - y) / 3, ex + 2 * (qx - ex) / 3, ey + 2 * (qy - ey) / 3, ex, ey);
        controlX = qx;
        controlY = qy;
    }

    private void end(boolean closed) {
        if (!corners.isEmpty()) {
            double[] first = corners.get(0);
            double[] last = corners.get(corners.size() - 1);
            boolean back = corners.size() > 3 && first[0] == last[0] && first[1] == last[1];
            if (back) {
                corners.remove(corners.size() - 1);
            }
            pieces.add(new Piece(corners, closed || back));
        }
        corners = new ArrayList<>();
    }
}
