package org.mendak.server.platform;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.time.Clock;
import java.util.List;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The clock and the API document. */
@Configuration
class PlatformConfig {

    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Caller.class);
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }

    @Bean
    OpenAPI openApi() {
        return new OpenAPI()
                .info(new Info()
                        .title("Mendak")
                        .version("1")
                        .description("Limits: pasted text " + Limits.TEXT + " characters, document "
                                + Limits.DOCUMENT_BYTES
                                + " bytes, library zip " + Limits.ZIP_BYTES + " bytes and " + Limits.ZIP_UNPACKED_BYTES
                                + " unpacked, CSV " + Limits.CSV_BYTES + " bytes, facts " + Limits.FACTS
                                + " a case, attempts "
                                + Limits.ATTEMPTS + " a case, lists " + Limits.PAGE + " a page."))
                .servers(List.of(new Server().url("/")));
    }

    /** Answers always hold all their members; without this every field of the web's types would be optional. */
    @Bean
    @SuppressWarnings("rawtypes")
    OpenApiCustomizer everythingIsThere() {
        return api -> {
            if (api.getComponents() == null || api.getComponents().getSchemas() == null) {
                return;
            }
            for (Schema schema : api.getComponents().getSchemas().values()) {
                if (schema.getProperties() != null && schema.getRequired() == null) {
                    for (Object name : schema.getProperties().keySet()) {
                        schema.addRequiredItem(name.toString());
                    }
                }
            }
        };
    }
}
