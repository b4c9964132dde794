package coldtide.server.http;

import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The generated API description: every property of an answer is always there; those that may be null say so. */
@Configuration
class ApiDescription {
    @Bean
    OpenApiCustomizer everyPropertyIsThere() {
        return api -> {
            api.info(new Info().title("Cold Tide").version("1"));
            api.setServers(List.of(new Server().url("/")));
            if (api.getComponents() == null || api.getComponents().getSchemas() == null) {
                return;
            }
            for (Schema<?> schema : api.getComponents().getSchemas().values()) {
                Map<?, ?> properties = schema.getProperties();
                if (properties != null) {
                    schema.setRequired(new ArrayList<>(
                            properties.keySet().stream().map(Object::toString).toList()));
                }
            }
        };
    }
}
