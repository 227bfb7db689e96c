package org.mendak.server.platform;

import io.swagger.v3.core.jackson.ModelResolver;
import io.swagger.v3.core.jackson.TypeNameResolver;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.lang.reflect.RecordComponent;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.providers.ObjectMapperProvider;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The API document, exact enough that the web's types can be made from it: unique names, what is always there, what may be null. */
@Configuration
class ApiDocument {

    private static final Set<Class<?>> MAY_BE_NULL = Set.of(Double.class, Integer.class, Long.class, Boolean.class);

    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Caller.class);
    }

    /** Of the process, as the library's own memory of types is: a second application would be asked for no name that the first gave. */
    private static final Map<String, Class<?>> NAMED = new ConcurrentHashMap<>();

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

    /** Names a nested record after the class around it too, since many are called alike. */
    @Bean
    ModelResolver modelResolver(ObjectMapperProvider provider) {
        TypeNameResolver names = new TypeNameResolver() {
            @Override
            protected String getNameOfClass(Class<?> c) {
                String around = c.getEnclosingClass() == null
                        ? ""
                        : c.getEnclosingClass().getSimpleName();
                String name = around.replaceAll("(Controller|Service|Views|View|Sheets)$", "") + c.getSimpleName();
                NAMED.put(name, c);
                return name;
            }
        };
        return new ModelResolver(provider.jsonMapper(), names).openapi31(true);
    }

    @Bean
    OpenApiCustomizer exactSchemas() {
        return api -> {
            freeQueriesMayBeEmpty(api);
            if (api.getComponents() == null || api.getComponents().getSchemas() == null) {
                return;
            }
            api.getComponents().getSchemas().forEach((name, schema) -> {
                Class<?> type = NAMED.get(name);
                if (type != null && type.isRecord()) {
                    exact(schema, type);
                }
            });
        };
    }

    /** {@link FreeQuery}: a map is always there, but nothing needs to be in it. */
    private static void freeQueriesMayBeEmpty(OpenAPI api) {
        api.getPaths().values().stream()
                .flatMap(p -> p.readOperations().stream())
                .filter(o -> o.getParameters() != null)
                .flatMap(o -> o.getParameters().stream())
                .filter(p -> p.getName().equals(FreeQuery.NAME))
                .forEach(p -> p.setRequired(false));
    }

    private static void exact(Schema<?> schema, Class<?> type) {
        boolean asked = type.isAnnotationPresent(FromCaller.class);
        for (RecordComponent c : type.getRecordComponents()) {
            Schema<?> property = schema.getProperties().get(c.getName());
            if (property == null) {
                continue;
            }
            List<String> words = PlatformConfig.WORDED.get(c.getType());
            if (words != null) {
                property = worded(words);
                schema.addProperty(c.getName(), property);
            }
            if (!asked) {
                schema.addRequiredItem(c.getName());
            }
            if (asked || c.isAnnotationPresent(OrNull.class) || MAY_BE_NULL.contains(c.getType())) {
                orNull(schema, c.getName(), property);
            }
        }
    }

    /** What core counts up is written as words, see {@link PlatformConfig}. */
    private static Schema<String> worded(List<String> words) {
        Schema<String> schema = new Schema<>();
        schema.setTypes(Set.of("string"));
        schema.setEnum(words);
        return schema;
    }

    private static void orNull(Schema<?> schema, String name, Schema<?> property) {
        if (property.get$ref() != null) {
            schema.addProperty(
                    name,
                    new Schema<>()
                            .oneOf(List.of(
                                    new Schema<>().$ref(property.get$ref()), new Schema<>().types(Set.of("null")))));
        } else if (property.getTypes() != null) {
            Set<String> types = new TreeSet<>(property.getTypes());
            types.add("null");
            property.setTypes(types);
        }
    }
}
