package org.mendak.server.platform;

import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.enums.Explode;
import io.swagger.v3.oas.annotations.enums.ParameterIn;
import io.swagger.v3.oas.annotations.enums.ParameterStyle;
import io.swagger.v3.oas.annotations.media.Schema;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Query parameters whose names are not known beforehand, such as {@code fact.other_packages}; documented as OpenAPI 3.1 says. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.PARAMETER)
@Parameter(
        name = FreeQuery.NAME,
        in = ParameterIn.QUERY,
        style = ParameterStyle.FORM,
        explode = Explode.TRUE,
        schema = @Schema(type = "object", additionalPropertiesSchema = String.class))
public @interface FreeQuery {
    /** How the document calls them; no parameter has this name. */
    String NAME = "choice";
}
