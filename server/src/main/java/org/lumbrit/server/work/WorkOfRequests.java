package org.lumbrit.server.work;

import jakarta.servlet.AsyncEvent;
import jakarta.servlet.AsyncListener;
import jakarta.servlet.Filter;
import jakarta.servlet.ServletRequest;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Gives each handler that takes a {@link Cancel} the work of its request, and a turn where it is {@link Heavy}. */
@Configuration
@EnableScheduling
class WorkOfRequests implements WebMvcConfigurer, HandlerInterceptor, HandlerMethodArgumentResolver {
    /** The header by which a tab says who it is. */
    static final String TAB = "X-Tab";

    private static final String WORK = Work.class.getName();
    private static final String TURN = Turns.class.getName();

    private final Works works;
    private final Turns turns;

    WorkOfRequests(Works works, Turns turns) {
        this.works = works;
        this.turns = turns;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/**");
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (request.getAttribute(WORK) != null || !(handler instanceof HandlerMethod method) || !computes(method)) {
            return true;
        }
        Work work = works.begin(
                request.getHeader(TAB),
                kind(request.getRequestURI()),
                new Work.Client(request.getLocalPort(), request.getRemotePort()),
                method.hasMethodAnnotation(Newest.class));
        request.setAttribute(WORK, work);
        if (method.hasMethodAnnotation(Heavy.class)) {
            turns.take(work);
            request.setAttribute(TURN, true);
        }
        return true;
    }

    /** However a request ends, also one that is answered bit by bit or goes wrong on the way, its work and its turn end with it. */
    @Bean
    @Order(Ordered.HIGHEST_PRECEDENCE)
    Filter endOfWork() {
        return (asked, answer, chain) -> {
            try {
                chain.doFilter(asked, answer);
            } finally {
                if (asked.isAsyncStarted()) {
                    asked.getAsyncContext().addListener(new AtTheEnd(() -> end(asked)));
                } else {
                    end(asked);
                }
            }
        };
    }

    private void end(ServletRequest request) {
        if (request.getAttribute(WORK) instanceof Work work) {
            request.removeAttribute(WORK);
            works.end(work);
        }
        if (request.getAttribute(TURN) != null) {
            request.removeAttribute(TURN);
            turns.giveBack();
        }
    }

    private record AtTheEnd(Runnable then) implements AsyncListener {
        @Override
        public void onComplete(AsyncEvent event) {
            then.run();
        }

        @Override
        public void onTimeout(AsyncEvent event) {
            // completed after that
        }

        @Override
        public void onError(AsyncEvent event) {
            // completed after that
        }

        @Override
        public void onStartAsync(AsyncEvent event) {
            event.getAsyncContext().addListener(this);
        }
    }

    private static boolean computes(HandlerMethod method) {
        for (MethodParameter parameter : method.getMethodParameters()) {
            if (parameter.getParameterType() == Cancel.class) {
                return true;
            }
        }
        return false;
    }

    /** "handover" of /api/sites/…/handover.zip. */
    private static String kind(String address) {
        return address.replaceAll("^.*/", "").replaceAll("\\..*$", "");
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == Cancel.class;
    }

    @Override
    public Object resolveArgument(
            MethodParameter parameter,
            ModelAndViewContainer container,
            NativeWebRequest request,
            WebDataBinderFactory binders) {
        return request.getAttribute(WORK, NativeWebRequest.SCOPE_REQUEST);
    }
}
