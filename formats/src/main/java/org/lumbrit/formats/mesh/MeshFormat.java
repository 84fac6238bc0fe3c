package org.lumbrit.formats.mesh;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;

/** The mesh formats that can be read. A new one is one constant here with its reader. */
public enum MeshFormat {
    OBJ {
        @Override
        Mesh parse(byte[] bytes, String name, Cancel cancel) {
            return ObjFile.read(bytes, name, cancel);
        }
    },
    PLY {
        @Override
        Mesh parse(byte[] bytes, String name, Cancel cancel) {
            return PlyFile.read(bytes, name, cancel);
        }
    },
    STL {
        @Override
        Mesh parse(byte[] bytes, String name, Cancel cancel) {
            return StlFile.read(bytes, name, cancel);
        }
    },
    GLB {
        @Override
        Mesh parse(byte[] bytes, String name, Cancel cancel) {
            return GltfFile.read(bytes, name, cancel);
        }
    },
    GLTF {
        @Override
        Mesh parse(byte[] bytes, String name, Cancel cancel) {
            return GltfFile.read(bytes, name, cancel);
        }
    };

    public static final int MOST_BYTES = 512 << 20;

    abstract Mesh parse(byte[] bytes, String name, Cancel cancel);

    /** The ending of such a file's name, without the dot. */
    public String ending() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** @throws BadInputException where the ending is that of no mesh */
    public static MeshFormat of(String name) {
        String ending = name.replaceAll("^.*\\.", "").toUpperCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(format -> format.name().equals(ending))
                .findFirst()
                .orElseThrow(() -> new BadInputException(name + " is no mesh that can be read; "
                        + Arrays.stream(values()).map(MeshFormat::name).collect(Collectors.joining(", ")) + " can."));
    }

    /**
     * A mesh in the file's own units and axes, with normals made where the file has none.
     *
     * @param name of the file; its ending says the format
     * @param cancel asked in between, so that reading a large file can be stopped
     * @throws BadInputException with what is wrong, where, and what would work
     */
    public static Mesh read(byte[] bytes, String name, Cancel cancel) {
        MeshFormat format = of(name);
        if (bytes.length > MOST_BYTES) {
            throw new BadInputException(name + " is larger than " + (MOST_BYTES >> 20) + " MB.");
        }
        try {
            return format.parse(bytes, name, cancel);
        } catch (BadInputException | Cancel.CancelledException e) {
            throw e;
        } catch (RuntimeException e) {
            throw new BadInputException(
                    name + " is cut off or damaged; it cannot be read as " + format.name()
                            + ". Save or export it again.",
                    e);
        }
    }

    /** The same, always to its end. */
    public static Mesh read(byte[] bytes, String name) {
        return read(bytes, name, Cancel.NEVER);
    }
}
