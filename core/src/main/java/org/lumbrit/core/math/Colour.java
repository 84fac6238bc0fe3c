package org.lumbrit.core.math;

import java.util.regex.Pattern;

/**
 * A colour in linear light, red, green and blue of the sRGB primaries in 0..1. Mixing happens in OKLab
 * (B. Ottosson, "A perceptual color space for image processing", 2020).
 */
public record Colour(double red, double green, double blue) {
    /** What rounding may put a colour of the gamut outside it, and the finest step in which chroma is lowered, as a share. */
    private static final double OUTSIDE = 1e-6;

    private static final double CHROMA_STEP = 1e-7;

    private static final Pattern CODE = Pattern.compile("#[0-9a-fA-F]{6}");

    private static final double[] DECODED = java.util.stream.IntStream.range(0, 256)
            .mapToDouble(v -> linear(v / 255.0))
            .toArray();

    /** @param hex "#rrggbb", sRGB encoded */
    public static Colour ofHex(String hex) {
        return ofPacked(Integer.parseInt(hex.substring(1), 16));
    }

    /** @param packed 0xRRGGBB, sRGB encoded; higher bits do not count */
    public static Colour ofPacked(int packed) {
        return new Colour(decode(packed >> 16 & 255), decode(packed >> 8 & 255), decode(packed & 255));
    }

    /** Whether a text is a colour as recipes write it: {@code #rrggbb}. */
    public static boolean isHex(String text) {
        return CODE.matcher(text).matches();
    }

    /** Lightness, green–red and blue–yellow of OKLab. */
    public double[] oklab() {
        double l = StrictMath.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue);
        double m = StrictMath.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue);
        double s = StrictMath.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue);
        return new double[] {
            0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s,
            1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s,
            0.0259040371 * l + 0.7827717662 * m - 0.8086757660 * s
        };
    }

    /**
     * The linear-light colour of an OKLab triple. Out of the gamut, the nearest of the same lightness and hue is taken: the
     * greatest chroma that is in it.
     */
    public static Colour ofOklab(double lightness, double a, double b) {
        double[] rgb = linearOf(lightness, a, b);
        if (!inGamut(rgb)) {
            double kept = 0;
            for (double step = 0.5; step > CHROMA_STEP; step /= 2) {
                double[] tried = linearOf(lightness, (kept + step) * a, (kept + step) * b);
                if (inGamut(tried)) {
                    kept += step;
                }
            }
            rgb = linearOf(lightness, kept * a, kept * b);
        }
        return new Colour(Smooth.clamp01(rgb[0]), Smooth.clamp01(rgb[1]), Smooth.clamp01(rgb[2]));
    }

    /** On the straight way to another. @param share 0 this, 1 the other */
    public Colour mixed(Colour other, double share) {
        double[] from = oklab();
        double[] to = other.oklab();
        return ofOklab(
                from[0] + share * (to[0] - from[0]),
                from[1] + share * (to[1] - from[1]),
                from[2] + share * (to[2] - from[2]));
    }

    private static boolean inGamut(double[] rgb) {
        for (double channel : rgb) {
            if (!(channel >= -OUTSIDE && channel <= 1 + OUTSIDE)) {
                return false;
            }
        }
        return true;
    }

    /** Red, green and blue of an OKLab triple in linear light, within the gamut or not. */
    private static double[] linearOf(double lightness, double a, double b) {
        double l = lightness + 0.3963377774 * a + 0.2158037573 * b;
        double m = lightness - 0.1055613458 * a - 0.0638541728 * b;
        double s = lightness - 0.0894841775 * a - 1.2914855480 * b;
        l = l * l * l;
        m = m * m * m;
        s = s * s * s;
        return new double[] {
            4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
            -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
            -0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s
        };
    }

    /** 0xRRGGBB, sRGB encoded. */
    public int packed() {
        return encode(red) << 16 | encode(green) << 8 | encode(blue);
    }

    private static double decode(int eightBit) {
        return DECODED[eightBit];
    }

    private static double linear(double v) {
        return v <= 0.04045 ? v / 12.92 : StrictMath.pow((v + 0.055) / 1.055, 2.4);
    }

    /** Linear light from which on each of the 8-bit codes 1…255 holds: half a code below it. */
    private static final double[] CODE_FROM = new double[256];

    static {
        for (int code = 1; code < 256; code++) {
            CODE_FROM[code] = linear((code - 0.5) / 255);
        }
    }

    private static int encode(double linear) {
        int code = 0;
        for (int bit = 128; bit > 0; bit >>= 1) {
            code += linear >= CODE_FROM[code + bit] ? bit : 0;
        }
        return code;
    }
}
