package org.mendak.server.platform;

import java.util.List;
import java.util.concurrent.TimeUnit;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.http.CacheControl;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Hands the {@link Caller} to controllers and the page to browsers. */
@Configuration
class WebConfig implements WebMvcConfigurer {

    /** The addresses of the application's pages; they hold nothing, what they show comes from /api. */
    static final String[] PAGES = {
        "/",
        "/taking-in",
        "/case/{n}",
        "/library",
        "/library/fixes",
        "/library/in-and-out",
        "/library/{kind}/{key}",
        "/evidence",
        "/gaps",
        "/gaps/upkeep",
        "/find",
        "/practice",
        "/practice/{id}",
        "/evidence/{key}",
        "/write/{kind}/{key}",
        "/write/{kind}/{key}/revisions",
        "/write/{kind}",
        "/marks",
        "/team",
        "/team/people",
        "/team/journal",
        "/team/keeping",
        "/team/settings",
        "/welcome/{code}"
    };

    private final Identities identities;
    private final Settings settings;

    WebConfig(Identities identities, Settings settings) {
        this.settings = settings;
        this.identities = identities;
    }

    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        for (String page : PAGES) {
            registry.addViewController(page).setViewName("forward:/index.html");
        }
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        // file names carry a hash of their contents
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(CacheControl.maxAge(365, TimeUnit.DAYS).immutable());
        // the page at the device comes over a poor line; these keep their names from release to release
        registry.addResourceHandler("/line/**")
                .addResourceLocations("classpath:/static/line/")
                .setCacheControl(CacheControl.maxAge(10, TimeUnit.MINUTES));
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(new HandlerGuard(settings.apiDocument()));
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(new HandlerMethodArgumentResolver() {
            @Override
            public boolean supportsParameter(MethodParameter p) {
                return p.getParameterType() == Caller.class;
            }

            @Override
            public Object resolveArgument(
                    MethodParameter p, ModelAndViewContainer c, NativeWebRequest r, WebDataBinderFactory f) {
                return current();
            }
        });
    }

    /** The caller as they are now: somebody who was shut out since signing in is refused. */
    private Caller current() {
        var authentication = SecurityContextHolder.getContext().getAuthentication();
        if (authentication == null || !(authentication.getPrincipal() instanceof Caller c)) {
            throw Refusal.unauthorized("Please sign in first.");
        }
        if (c.id() == 0) {
            return c;
        }
        Caller now =
                identities.byId(c.id()).orElseThrow(() -> Refusal.unauthorized("This sign-in is no longer valid."));
        if (now.signIns() != c.signIns()) {
            throw Refusal.unauthorized("This sign-in has ended: the password or the role was changed. Sign in again.");
        }
        return new Caller(now.id(), now.login(), now.name(), now.role(), c.scopes(), now.signIns(), c.most());
    }
}
