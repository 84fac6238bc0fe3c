package org.lumbrit.formats.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.props.BarrelShape;
import org.lumbrit.core.props.BoulderShape;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.handover.GlbOfMesh;

/** Meshes written are read back exactly; what is wrong with a file is said. */
class MeshFilesTest {
    static final Mesh BARREL = new BarrelShape(0.36, 0.95, 0.14, 20).mesh(file -> null);
    static final Mesh BOULDER = new BoulderShape(2, 1.3, 0.5, 0.5, 3, 4).mesh(file -> null);

    static byte[] ascii(String text) {
        return text.getBytes(StandardCharsets.US_ASCII);
    }

    private static void same(Mesh read, Mesh written) {
        assertThat(read.positions()).isEqualTo(written.positions());
        assertThat(read.triangles()).isEqualTo(written.triangles());
        for (int i = 0; i < read.normals().length; i++) {
            assertThat(read.normals()[i])
                    .isCloseTo(written.normals()[i], org.assertj.core.api.Assertions.within(2e-7f));
        }
    }

    @Test
    void whatIsWrittenIsReadBackExactly() {
        for (Mesh mesh : new Mesh[] {BARREL, BOULDER}) {
            same(MeshFormat.read(PlyFile.write(mesh), "a.ply"), mesh);
            same(MeshFormat.read(ObjFile.write(mesh, "A thing"), "a.obj"), mesh);
            same(MeshFormat.read(GlbOfMesh.write("A thing", mesh, 0x808080), "a.glb"), mesh);
            Mesh flat = MeshFormat.read(StlFile.write(mesh), "a.stl");
            assertThat(flat.count()).isEqualTo(mesh.count());
            for (int i = 0; i < flat.triangles().length; i++) {
                for (int d = 0; d < 3; d++) {
                    assertThat(flat.positions()[3 * i + d]).isEqualTo(mesh.positions()[3 * mesh.triangles()[i] + d]);
                }
            }
        }
    }

    static final String TEXT_PLY = "ply\nformat ascii 1.0\ncomment by hand\nelement vertex 4\nproperty float x\n"
            + "property float y\nproperty float z\nproperty uchar red\nelement face 2\n"
            + "property list uchar int vertex_indices\nend_header\n0 0 0 7\n1 0 0 7\n1 1 0 7\n0 1 0 7\n3 0 1 2\n4 0 1 2 3\n";

    static final String TEXT_STL = "solid thing\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\n"
            + "vertex 0 1 0\nendloop\nendfacet\nendsolid thing\n";

    static final String TEXT_OBJ =
            "# by hand\nv 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nvn 0 0 1\nf 1//1 2//1 3//1 4//1\nf -4 -3 -2\n";

    @Test
    void textsByHandAreRead() {
        Mesh ply = MeshFormat.read(ascii(TEXT_PLY), "hand.ply");
        assertThat(ply.vertices()).isEqualTo(4);
        assertThat(ply.triangles()).containsExactly(0, 1, 2, 0, 1, 2, 0, 2, 3);
        assertThat(ply.normals()).startsWith(0, 0, 1);
        Mesh stl = MeshFormat.read(ascii(TEXT_STL), "hand.STL");
        assertThat(stl.positions()).containsExactly(0, 0, 0, 1, 0, 0, 0, 1, 0);
        Mesh obj = MeshFormat.read(ascii(TEXT_OBJ), "hand.obj");
        assertThat(obj.count()).isEqualTo(3);
    }

    @Test
    void bigEndianPlyWithOtherElementsIsRead() {
        byte[] head =
                ascii("ply\nformat binary_big_endian 1.0\nelement vertex 3\nproperty double x\nproperty double y\n"
                        + "property double z\nelement camera 1\nproperty list uchar float odd\nelement face 1\n"
                        + "property list uchar uint vertex_index\nend_header\n");
        ByteBuffer body = ByteBuffer.allocate(9 * 8 + 1 + 8 + 1 + 12).order(ByteOrder.BIG_ENDIAN);
        for (double number : new double[] {0, 0, 0, 2, 0, 0, 0, 2, 0}) {
            body.putDouble(number);
        }
        body.put((byte) 2).putFloat(1).putFloat(2);
        body.put((byte) 3).putInt(0).putInt(1).putInt(2);
        byte[] file = Arrays.copyOf(head, head.length + body.capacity());
        System.arraycopy(body.array(), 0, file, head.length, body.capacity());
        assertThat(MeshFormat.read(file, "big.ply").positions()).containsExactly(0, 0, 0, 2, 0, 0, 0, 2, 0);
    }

    static String gltf(String node) {
        ByteBuffer data = ByteBuffer.allocate(36 + 6).order(ByteOrder.LITTLE_ENDIAN);
        for (float number : new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}) {
            data.putFloat(number);
        }
        data.putShort((short) 0).putShort((short) 1).putShort((short) 2);
        return "{\"asset\":{\"version\":\"2.0\"},\"scene\":0,\"scenes\":[{\"nodes\":[0]}],\"nodes\":[" + node
                + "],\"meshes\":[{\"primitives\":[{\"attributes\":{\"POSITION\":0},\"indices\":1}]}],"
                + "\"accessors\":[{\"bufferView\":0,\"componentType\":5126,\"count\":3,\"type\":\"VEC3\"},"
                + "{\"bufferView\":1,\"componentType\":5123,\"count\":3,\"type\":\"SCALAR\"}],"
                + "\"bufferViews\":[{\"buffer\":0,\"byteLength\":36},{\"buffer\":0,\"byteOffset\":36,\"byteLength\":6}],"
                + "\"buffers\":[{\"byteLength\":42,\"uri\":\"data:application/octet-stream;base64,"
                + Base64.getEncoder().encodeToString(data.array()) + "\"}]}";
    }

    @Test
    void nodesPlaceAndMirrorTheirMeshes() {
        Mesh moved = MeshFormat.read(
                ascii(gltf("{\"children\":[1],\"translation\":[5,0,0]},{\"mesh\":0,\"scale\":[2,2,2]}")), "a.gltf");
        assertThat(moved.positions()).containsExactly(5, 0, 0, 7, 0, 0, 5, 2, 0);
        Mesh mirrored = MeshFormat.read(ascii(gltf("{\"mesh\":0,\"scale\":[-1,1,1]}")), "a.gltf");
        assertThat(mirrored.triangles()).containsExactly(0, 2, 1);
        assertThat(mirrored.normals()).startsWith(0, 0, 1);
    }

    @Test
    void filesThatLieAreRefusedInWords() {
        refused(TEXT_PLY.replace("vertex 4", "vertex 4000000000"), "a.ply", "cut off");
        refused(TEXT_PLY.replace("4 0 1 2 3", "4 0 1 2 9"), "a.ply", "names vertex 9");
        refused(TEXT_PLY.replace("1 1 0 7", "1 nan 0 7"), "a.ply", "number");
        refused(TEXT_PLY.replace("1 1 0 7", "1 1e30 0 7"), "a.ply", "vertex 2 has y");
        refused(TEXT_PLY.substring(0, TEXT_PLY.length() - 9), "a.ply", "cut off");
        refused("hello", "a.ply", "no PLY");
        refused(
                TEXT_STL.replace("endsolid thing\n", "").replace("vertex 0 1 0\nendloop\nendfacet\n", ""),
                "a.stl",
                "cut off");
        refused(TEXT_OBJ.replace("-4 -3 -2", "1 2 99"), "a.obj", "a.obj");
        refused("v 0 0 0\n", "a.obj", "no triangles");
        refused(gltf("{\"mesh\":7}"), "a.gltf", "mesh 7");
        refused(gltf("{\"mesh\":0,\"children\":[0]}"), "a.gltf", "circle");
        refused(gltf("{\"mesh\":0}").replace("\"count\":3", "\"count\":300000000"), "a.gltf", "cut off");
        refused(gltf("{\"mesh\":0}").replace("data:", "other.bin"), "a.gltf", "another file");
        refused(
                gltf("{\"mesh\":0}")
                        .replace("{\"asset\"", "{\"extensionsRequired\":[\"KHR_draco_mesh_compression\"],\"asset\""),
                "a.gltf",
                "without compression");
        refused("x", "a.blend", "no mesh that can be read");
        byte[] stl = StlFile.write(BARREL);
        assertThatThrownBy(() -> MeshFormat.read(Arrays.copyOf(stl, stl.length - 60), "a.stl"))
                .isInstanceOf(BadInputException.class)
                .hasMessageContaining("does not fit");
    }

    private static void refused(String text, String name, String said) {
        assertThatThrownBy(() -> MeshFormat.read(ascii(text), name))
                .isInstanceOf(BadInputException.class)
                .hasMessageContaining(said);
    }
}
