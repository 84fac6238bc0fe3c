package org.lumbrit.server.api;

import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.drive.PropertyDescription;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.kinds.Description;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.cover.CoverLayer;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What sources, steps, layers and plants say about themselves; the forms on screen are made from it. */
@RestController
class KindsApi {
    /** Every kind. */
    record AllKinds(
            @NotNull List<Description> sources,
            @NotNull List<Description> steps,
            @NotNull List<Description> layers,
            @NotNull List<Description> plants,
            @NotNull List<PropertyDescription> coverProperties) {}

    @GetMapping(path = "/api/kinds", produces = MediaType.APPLICATION_JSON_VALUE)
    AllKinds kinds() {
        return new AllKinds(
                describe(Source.class),
                describe(Step.class),
                describe(Layer.class),
                describe(Plant.class),
                CoverLayer.offeredProperties());
    }

    private static List<Description> describe(Class<?> sealed) {
        return Kinds.of(sealed).stream().map(Description::of).toList();
    }
}
