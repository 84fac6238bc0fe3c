package org.lumbrit.formats.image;

import java.util.Optional;

/** How large a GeoTIFF is and where it lies (OGC 19-008r4): its pixel scale and tie point, or its matrix, in metres, feet or degrees. */
final class TiffPlace {
    private static final int MODEL_TYPE = 1024;
    private static final int RASTER_TYPE = 1025;
    private static final int ANGULAR_UNIT = 2054;
    private static final int LINEAR_UNIT = 3076;

    private static final int GEOGRAPHIC = 2;
    private static final int PIXEL_IS_POINT = 2;
    private static final int METRE = 9001;
    private static final int FOOT = 9002;
    private static final int SURVEY_FOOT = 9003;
    private static final int DEGREE = 9102;
    private static final double METRES_OF_SURVEY_FOOT = 1200.0 / 3937;

    private TiffPlace() {}

    static Optional<GeoReference> of(TiffTags tags, int columns, int rows) {
        double[] pixel = pixel(tags);
        if (!(pixel[0] > 0 && pixel[1] > 0)) {
            return Optional.empty();
        }
        double[] middle = middle(tags, pixel, columns, rows);
        if (key(tags, MODEL_TYPE, 0) == GEOGRAPHIC) {
            return middle == null || key(tags, ANGULAR_UNIT, DEGREE) != DEGREE
                    ? Optional.empty()
                    : GeoReference.ofDegrees(columns, rows, pixel[0], pixel[1], middle[0], middle[1]);
        }
        return switch (key(tags, LINEAR_UNIT, METRE)) {
            case FOOT -> GeoReference.ofMetres(columns, rows, pixel[0], pixel[1], 0.3048, "feet", middle);
            case SURVEY_FOOT ->
                GeoReference.ofMetres(columns, rows, pixel[0], pixel[1], METRES_OF_SURVEY_FOOT, "survey feet", middle);
            default -> GeoReference.ofMetres(columns, rows, pixel[0], pixel[1], 1, "m", middle);
        };
    }

    /** Width and height of a pixel in the map's unit; 0 where it is not said, or where the picture lies turned on the map. */
    private static double[] pixel(TiffTags tags) {
        if (tags.has(TiffTags.PIXEL_SCALE)) {
            double x = tags.number(TiffTags.PIXEL_SCALE, 0, 0);
            return new double[] {x, tags.number(TiffTags.PIXEL_SCALE, 1, x)};
        }
        boolean turned =
                tags.number(TiffTags.TRANSFORMATION, 1, 0) != 0 || tags.number(TiffTags.TRANSFORMATION, 4, 0) != 0;
        return turned || !tags.has(TiffTags.TRANSFORMATION)
                ? new double[2]
                : new double[] {tags.number(TiffTags.TRANSFORMATION, 0, 0), -tags.number(TiffTags.TRANSFORMATION, 5, 0)
                };
    }

    /** Where the middle lies in the map's unit, null where it is not said: a pixel is an area unless the file calls it a point. */
    private static double[] middle(TiffTags tags, double[] pixel, int columns, int rows) {
        double half = key(tags, RASTER_TYPE, 1) == PIXEL_IS_POINT ? 0 : 0.5;
        double column = (columns - 1) / 2.0 + half;
        double row = (rows - 1) / 2.0 + half;
        if (tags.has(TiffTags.TIE_POINT)) {
            return new double[] {
                tags.number(TiffTags.TIE_POINT, 3, 0) + (column - tags.number(TiffTags.TIE_POINT, 0, 0)) * pixel[0],
                tags.number(TiffTags.TIE_POINT, 4, 0) - (row - tags.number(TiffTags.TIE_POINT, 1, 0)) * pixel[1]
            };
        }
        return tags.has(TiffTags.TRANSFORMATION)
                ? new double[] {
                    tags.number(TiffTags.TRANSFORMATION, 3, 0) + column * pixel[0],
                    tags.number(TiffTags.TRANSFORMATION, 7, 0) - row * pixel[1]
                }
                : null;
    }

    /** A number that the directory of keys holds itself. */
    private static int key(TiffTags tags, int wanted, int byDefault) {
        for (int entry = 4; entry + 3 < tags.count(TiffTags.GEO_KEYS); entry += 4) {
            if (tags.number(TiffTags.GEO_KEYS, entry, 0) == wanted
                    && tags.number(TiffTags.GEO_KEYS, entry + 1, 0) == 0) {
                return (int) tags.number(TiffTags.GEO_KEYS, entry + 3, 0);
            }
        }
        return byDefault;
    }
}
