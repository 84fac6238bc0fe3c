package org.lumbrit.core.site;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.lumbrit.core.falloff.Scene;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.References.Reference;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Owner;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.PointIndex;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SegmentTree;

/**
 * A scene for one kind: what it has not declared, by a setting that refers to it or among its surroundings, cannot be asked for.
 * So nothing goes into a result that does not go into its key.
 */
final class DeclaredScene implements Scene {
    private final String whose;
    private final List<Reference> references;
    private final Set<Surrounding> read;
    private final Scene scene;

    private DeclaredScene(String whose, List<Reference> references, Set<Surrounding> read, Scene scene) {
        this.whose = whose;
        this.references = references;
        this.read = read;
        this.scene = scene;
    }

    static Scene of(Source source, Scene scene) {
        return of((Record) source, source.reads(), scene);
    }

    static DeclaredScene of(Record kind, Set<Surrounding> read, Scene scene) {
        return new DeclaredScene(Kinds.of(kind).name(), References.of(kind), read, scene);
    }

    void require(Surrounding surrounding) {
        if (!read.contains(surrounding)) {
            throw new IllegalStateException("“" + whose + "” asks for " + surrounding + " and does not declare it");
        }
    }

    void require(Refers what, String id) {
        if (references.stream().noneMatch(reference -> reference.names(what, id))) {
            throw new IllegalStateException(
                    "“" + whose + "” asks for the " + Kinds.word(what) + " “" + id + "” and does not refer to it");
        }
    }

    @Override
    public Owner owner() {
        return scene.owner();
    }

    @Override
    public Ground ground() {
        return scene.ground();
    }

    @Override
    public PlacedMesh prop(String propId) {
        require(Refers.PROP, propId);
        return scene.prop(propId);
    }

    @Override
    public List<PlacedMesh> props() {
        require(Surrounding.PROPS);
        return scene.props();
    }

    @Override
    public double time() {
        require(Surrounding.TIME);
        return scene.time();
    }

    @Override
    public double loop() {
        require(Surrounding.TIME);
        return scene.loop();
    }

    @Override
    public SegmentTree tree(String placeId, boolean plan) {
        require(Refers.PLACE, placeId);
        return scene.tree(placeId, plan);
    }

    @Override
    public Optional<AreaPlace> area(String placeId) {
        require(Refers.PLACE, placeId);
        return scene.area(placeId);
    }

    @Override
    public Optional<Double> water() {
        require(Surrounding.WATER);
        return scene.water();
    }

    @Override
    public Optional<SegmentTree> shore() {
        require(Surrounding.WATER);
        return scene.shore();
    }

    @Override
    public PointIndex plants(String layerId) {
        require(Refers.LAYER, layerId);
        return scene.plants(layerId);
    }

    @Override
    public Picture picture(String file) {
        require(Refers.PICTURE, file);
        return scene.picture(file);
    }

    @Override
    public float[] result(String layerId, String result, Samples samples) {
        require(Refers.LAYER, layerId);
        return scene.result(layerId, result, samples);
    }

    @Override
    public float[] overGround(String key, Function<Cancel, float[]> compute) {
        return scene.overGround(key, compute);
    }
}
