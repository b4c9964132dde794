package coldtide.server.http;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.converter.HttpMessageConverters;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * What is sent is read strictly: a word that is not known, a null within a list and anything after the end are refused with their
 * place, so that no other question is answered than the one asked. What is stored is read by the usual mapper.
 */
@Configuration
class StrictJson implements WebMvcConfigurer {
    private final JsonMapper usual;

    StrictJson(JsonMapper usual) {
        this.usual = usual;
    }

    @Override
    public void configureMessageConverters(HttpMessageConverters.ServerBuilder converters) {
        JsonMapper strict = usual.rebuild()
                .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
                .changeDefaultNullHandling(handling -> JsonSetter.Value.forContentNulls(Nulls.FAIL))
                .build();
        converters.withJsonConverter(new JacksonJsonHttpMessageConverter(strict));
    }
}
