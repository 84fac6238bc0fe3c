package org.lumbrit.server.api;

import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.lumbrit.server.work.Works;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What a tab waits for, and its Stop. */
@RestController
class WorkApi {
    private final Works works;

    WorkApi(Works works) {
        this.works = works;
    }

    /**
     * What is under way for a tab.
     *
     * @param text what the newest of it is about, "" where that is not known; @param kinds of work, the newest first
     */
    record Doing(@NotNull String text, @NotNull List<String> kinds) {}

    @GetMapping(path = "/api/doing", produces = MediaType.APPLICATION_JSON_VALUE)
    Doing doing(@RequestHeader(name = "X-Tab", required = false) String tab) {
        List<Works.Doing> all = works.of(tab);
        String text = all.stream()
                .map(Works.Doing::text)
                .filter(each -> !each.isEmpty())
                .findFirst()
                .orElse("");
        return new Doing(text, all.stream().map(Works.Doing::kind).toList());
    }

    /**
     * Ends what a tab waits for; nothing of it is kept.
     *
     * @param named the tab, where no header says which; @param what kind of work, all where it is left out
     */
    @PostMapping("/api/stop")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stop(
            @RequestHeader(name = "X-Tab", required = false) String tab,
            @RequestParam(required = false) String named,
            @RequestParam(defaultValue = "") String what) {
        works.stop(tab == null || tab.isBlank() ? named : tab, what);
    }
}
