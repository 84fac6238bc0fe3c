package org.lumbrit.server.view;

import java.util.List;
import java.util.stream.Stream;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.GroundTiles;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.server.view.SubjectView.TileView;
import org.lumbrit.server.view.SubjectView.TilesSubject;

/** The ground in tiles round the eye, where it has more nodes than the view's lattice. */
final class TilesMaker implements SubjectMaker {
    /** Tiles of a picture. */
    private static final int MOST = 48;
    /** Pixels of a radian in a picture of usual height. */
    private static final double PIXELS = 900;

    @Override
    public Stream<SubjectView> make(Scene scene) {
        Look look = scene.look();
        Ground ground = look.covered();
        GroundTiles tiles = new GroundTiles(ground, look.results, look.cancel);
        GroundTiles bare = new GroundTiles(look.evaluation.plan().ground(), look.results, look.cancel);
        ViewRequest request = scene.request();
        if (!request.fromSomewhere() || look.draft() || !ground.finerThan(ViewService.VIEW_NODES)) {
            return Stream.empty();
        }
        look.cancel.doing("looking at the ground in tiles");
        double y = ground.height(request.eyeX(), request.eyeZ()) + request.eyeAbove();
        List<TileView> views =
                tiles.chosen(new GroundTiles.Eye(request.eyeX(), y, request.eyeZ(), PIXELS), MOST).stream()
                        .map(chosen -> view(scene, ground, tiles, bare, chosen))
                        .toList();
        return Stream.of(TilesSubject.of(
                views, scene.shown().field().low(), scene.shown().field().high()));
    }

    private static TileView view(
            Scene scene, Ground ground, GroundTiles tiles, GroundTiles bare, GroundTiles.Chosen chosen) {
        Look look = scene.look();
        GroundTiles.Tile tile = chosen.tile();
        List<PlacedMesh> props = look.now.scene().props();
        Ground raised = look.raised();
        KeyBuilder key = new KeyBuilder("tile bundle/4")
                .add(tiles.key(tile))
                .add(raised == ground ? "" : raised.key())
                .add(look.skyKey());
        props.forEach(prop -> key.add(prop.key()));
        String data = look.kept(
                key.key(),
                shared -> Binaries.tile(
                        tiles, tile, ground, raised, look.openSky(raised, shared), props, look.sun(), shared));
        // what is dragged is looked at over the whole site until it is let go
        boolean still = !scene.request().draftWanted();
        return new TileView(
                data,
                still
                        ? scene.shown()
                                .everywhere()
                                .map(shown -> values(look, bare, tile, shown))
                                .orElse("")
                        : "",
                still
                        ? ColoursMaker.layers(look)
                                .map(layer -> colours(look, bare, tile, layer))
                                .toList()
                        : List.of(),
                still ? LyingMaker.kept(look, bare.samples(tile, GroundTiles.NODES), GroundTiles.NODES) : "",
                tiles.west(tile),
                tiles.north(tile),
                tiles.width(tile.level()),
                tiles.depth(tile.level()),
                chosen.coarser());
    }

    private static String values(Look look, GroundTiles tiles, GroundTiles.Tile tile, ShownLook.Everywhere shown) {
        Samples samples = tiles.samples(tile, GroundTiles.NODES);
        return look.kept(
                new KeyBuilder("values bundle/2")
                        .add(shown.key())
                        .add(samples.key())
                        .key(),
                shared -> {
                    float[] values = shown.at().apply(samples);
                    float min = Float.POSITIVE_INFINITY;
                    float max = Float.NEGATIVE_INFINITY;
                    for (float value : values) {
                        min = Math.min(min, value);
                        max = Math.max(max, value);
                    }
                    return Binaries.values(GroundTiles.NODES, GroundTiles.NODES, values, min, max);
                });
    }

    private static String colours(Look look, GroundTiles tiles, GroundTiles.Tile tile, Layer layer) {
        return ColoursMaker.kept(look, layer, tiles.samples(tile, GroundTiles.NODES), GroundTiles.NODES);
    }
}
