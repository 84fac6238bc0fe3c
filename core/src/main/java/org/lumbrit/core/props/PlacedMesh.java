package org.lumbrit.core.props;

import java.util.function.Supplier;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Owner;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.TriangleTree;

/**
 * A mesh where it stands: p = turn · (size · own) + (x, y, z). Distances and rays are asked in its own frame, so that one tree
 * serves wherever it is moved.
 */
public final class PlacedMesh implements Owner {
    private final Mesh mesh;
    private final Supplier<TriangleTree> tree;
    private final Quaternion turn;
    private final Quaternion back;
    private final double size;
    private final double x;
    private final double y;
    private final double z;
    private final double[] bounds;

    private PlacedMesh(
            Mesh mesh, Supplier<TriangleTree> tree, Quaternion turn, double size, double x, double y, double z) {
        this.mesh = mesh;
        this.tree = tree;
        this.turn = turn;
        this.back = turn.inverse();
        this.size = size;
        this.x = x;
        this.y = y;
        this.z = z;
        this.bounds = boundsOf(mesh, back, size, origin());
    }

    /** @param tree the tree of the same mesh, made when it is first needed */
    public static PlacedMesh of(Prop prop, Mesh mesh, Supplier<TriangleTree> tree, Ground ground) {
        Quaternion turn = prop.turned();
        if (prop.align() > 0) {
            Samples place = ground.samplesAt(new double[] {prop.x()}, new double[] {prop.z()});
            turn = prop.turnedOn(place.nx()[0], place.ny()[0], place.nz()[0]);
        }
        double y = prop.y();
        if (prop.standing()) {
            double[] up = turn.inverse().rotate(0, 1, 0);
            double lowest = mesh.extentAlong(up[0], up[1], up[2])[0] * prop.size();
            y += ground.height(prop.x(), prop.z()) - lowest;
        }
        return new PlacedMesh(mesh, tree, turn, prop.size(), prop.x(), y, prop.z());
    }

    /** A mesh that is given where it stands, such as a piece of the ground. */
    public static PlacedMesh inPlace(Mesh mesh, Supplier<TriangleTree> tree) {
        return new PlacedMesh(mesh, tree, new Quaternion(0, 0, 0, 1), 1, 0, 0, 0);
    }

    /** The same elsewhere: where it floats, as it is turned there. */
    public PlacedMesh moved(Quaternion otherTurn, double otherX, double otherY, double otherZ) {
        return new PlacedMesh(mesh, tree, otherTurn, size, otherX, otherY, otherZ);
    }

    /** The mesh in its own frame, metres before it is sized. */
    public Mesh mesh() {
        return mesh;
    }

    /** How it is turned in the place, a unit quaternion. */
    public Quaternion turn() {
        return turn;
    }

    /** So many times as large as its own frame. */
    public double size() {
        return size;
    }

    /** Where its own origin lies. */
    public double[] origin() {
        return new double[] {x, y, z};
    }

    /** A place of its own frame in the site. */
    public double[] toPlace(double ownX, double ownY, double ownZ) {
        double[] at = turn.rotate(size * ownX, size * ownY, size * ownZ);
        at[0] += x;
        at[1] += y;
        at[2] += z;
        return at;
    }

    /** Content key of the mesh where it stands. */
    public String key() {
        return new KeyBuilder("placed mesh/1")
                .add(mesh.key())
                .add(turn.x())
                .add(turn.y())
                .add(turn.z())
                .add(turn.w())
                .add(size)
                .add(x)
                .add(y)
                .add(z)
                .key();
    }

    @Override
    public double cell() {
        return mesh.meanEdge() * size;
    }

    /** Metres from a place of the site, whatever the side. */
    public double distance(TriangleTree.Probe probe, double px, double py, double pz) {
        double[] own = back.rotate(px - x, py - y, pz - z);
        return size * probe.distance(own[0] / size, own[1] / size, own[2] / size);
    }

    /** The same, and where the nearest point of the surface lies in the site. */
    public double nearest(TriangleTree.Probe probe, double px, double py, double pz, double[] point) {
        double[] own = back.rotate(px - x, py - y, pz - z);
        double away = size * probe.distance(own[0] / size, own[1] / size, own[2] / size);
        probe.point(own);
        System.arraycopy(toPlace(own[0], own[1], own[2]), 0, point, 0, 3);
        return away;
    }

    /** The same, negative inside a closed mesh. */
    public double signed(TriangleTree.Probe probe, double px, double py, double pz) {
        double[] own = back.rotate(px - x, py - y, pz - z);
        return size * probe.signed(own[0] / size, own[1] / size, own[2] / size);
    }

    /** Whether a ray from a place of the site meets it before a distance; the direction is a unit vector. */
    public boolean hides(TriangleTree.Probe probe, double[] from, double[] along, double most) {
        return meets(probe, from, along, most) < Double.POSITIVE_INFINITY;
    }

    /** How far along a ray from a place of the site it is met, metres; infinite where it is not before a distance. */
    public double meets(TriangleTree.Probe probe, double[] from, double[] along, double most) {
        double[] own = back.rotate(from[0] - x, from[1] - y, from[2] - z);
        double[] d = back.rotate(along[0], along[1], along[2]);
        return size * probe.ray(own[0] / size, own[1] / size, own[2] / size, d[0], d[1], d[2], most / size);
    }

    /** What one thread searches with; not to be shared. */
    public TriangleTree.Probe probe() {
        return tree.get().probe();
    }

    /** A value of the vertices at the nearest point of the surface, by its place in the triangle. */
    public double between(TriangleTree.Probe probe, float[] values, double px, double py, double pz) {
        double[] own = {px, py, pz};
        toOwn(own);
        probe.distance(own[0], own[1], own[2]);
        double[] at = new double[3];
        probe.point(at);
        double[] shares = mesh.shares(probe.triangle(), at);
        double sum = 0;
        for (int k = 0; k < 3; k++) {
            sum += shares[k] * values[mesh.triangles()[3 * probe.triangle() + k]];
        }
        return sum;
    }

    /** One sample at the nearest point of the surface to a place of the site, with the triangle's normal. */
    public Samples sampleAt(double px, double py, double pz) {
        TriangleTree.Probe probe = probe();
        double[] own = {px, py, pz};
        toOwn(own);
        probe.distance(own[0], own[1], own[2]);
        double[] at = new double[3];
        probe.point(at);
        double[] placed = turn.rotate(size * at[0], size * at[1], size * at[2]);
        Samples one = Samples.allocate(Samples.NOT_KEPT, 1);
        one.x()[0] = placed[0] + x;
        one.y()[0] = placed[1] + y;
        one.z()[0] = placed[2] + z;
        float[] n = mesh.normals();
        double[] sum = new double[3];
        for (int k = 0; k < 3; k++) {
            for (int d = 0; d < 3; d++) {
                sum[d] += n[3 * mesh.triangles()[3 * probe.triangle() + k] + d];
            }
        }
        double length = Math.sqrt(sum[0] * sum[0] + sum[1] * sum[1] + sum[2] * sum[2]);
        double[] normal =
                length > 1e-9 ? turn.rotate(sum[0] / length, sum[1] / length, sum[2] / length) : new double[] {0, 1, 0};
        one.nx()[0] = (float) normal[0];
        one.ny()[0] = (float) normal[1];
        one.nz()[0] = (float) normal[2];
        return one;
    }

    /** Least x, y, z and greatest x, y, z of its vertices in the site. */
    public double[] bounds() {
        return bounds.clone();
    }

    private static double[] boundsOf(Mesh mesh, Quaternion back, double size, double[] origin) {
        double[] bounds = new double[6];
        double[][] axes = {back.rotate(1, 0, 0), back.rotate(0, 1, 0), back.rotate(0, 0, 1)};
        for (int d = 0; d < 3; d++) {
            double[] extent = mesh.extentAlong(axes[d][0], axes[d][1], axes[d][2]);
            bounds[d] = extent[0] * size + origin[d];
            bounds[3 + d] = extent[1] * size + origin[d];
        }
        return bounds;
    }

    @Override
    public void toOwn(double[] place) {
        double[] own = back.rotate(place[0] - x, place[1] - y, place[2] - z);
        for (int d = 0; d < 3; d++) {
            place[d] = own[d] / size;
        }
    }

    @Override
    public void directionToOwn(double[] direction) {
        System.arraycopy(back.rotate(direction[0], direction[1], direction[2]), 0, direction, 0, 3);
    }

    @Override
    public long facet(Samples samples, int index) {
        TriangleTree.Probe probe = probe();
        distance(probe, samples.x()[index], samples.y()[index], samples.z()[index]);
        return probe.triangle();
    }

    @Override
    public double[] extentAlong(double dx, double dy, double dz) {
        return mesh.extentAlong(dx, dy, dz);
    }

    /** @param surroundings content key of what else sources on it may read: the ground */
    public Samples samples(String surroundings) {
        int count = mesh.vertices();
        Samples samples = Samples.allocate(
                new KeyBuilder("mesh samples/1").add(key()).add(surroundings).key(), count);
        fill(samples, mesh, size);
        return samples;
    }

    /** Where another mesh of it stands, given in metres along its own axes; its values are not kept. */
    public Samples samplesOf(Mesh metres) {
        Samples samples = Samples.allocate(Samples.NOT_KEPT, metres.vertices());
        fill(samples, metres, 1);
        return samples;
    }

    private void fill(Samples samples, Mesh of, double times) {
        float[] p = of.positions();
        float[] n = of.normals();
        Chunks.run(samples.count(), Cancel.NEVER, (from, to) -> {
            for (int v = from; v < to; v++) {
                double[] at = turn.rotate(times * p[3 * v], times * p[3 * v + 1], times * p[3 * v + 2]);
                double[] normal = turn.rotate(n[3 * v], n[3 * v + 1], n[3 * v + 2]);
                samples.x()[v] = at[0] + x;
                samples.y()[v] = at[1] + y;
                samples.z()[v] = at[2] + z;
                samples.nx()[v] = (float) normal[0];
                samples.ny()[v] = (float) normal[1];
                samples.nz()[v] = (float) normal[2];
                samples.id()[v] = v;
            }
        });
    }
}
