package org.lumbrit.server.api;

import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** The packaged web page: one document for every address of the application, assets cached for ever by their hashed names. */
@Configuration
class Pages implements WebMvcConfigurer {
    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(
                        CacheControl.maxAge(java.time.Duration.ofDays(365)).immutable());
        registry.addResourceHandler("/index.html", "/icon.svg")
                .addResourceLocations("classpath:/static/")
                .setCacheControl(CacheControl.noCache());
    }

    /** Addresses that the page itself routes. */
    @Controller
    static class Routes {
        @GetMapping({
            "/",
            "/sites/{id}",
            "/sites/{id}/yard",
            "/sites/{id}/nursery",
            "/sites/{id}/roster",
            "/sites/{id}/handover",
            "/sites/{id}/{unknown}"
        })
        String page() {
            return "forward:/index.html";
        }
    }
}
