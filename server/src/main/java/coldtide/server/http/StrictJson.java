package coldtide.server.http;

import coldtide.server.store.StorableText;
import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.converter.HttpMessageConverters;
import org.springframework.http.converter.json.JacksonJsonHttpMessageConverter;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

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
                .addModule(new SimpleModule().addDeserializer(String.class, new StorableString()))
                .changeDefaultNullHandling(handling -> JsonSetter.Value.forContentNulls(Nulls.FAIL))
                .build();
        converters.withJsonConverter(new JacksonJsonHttpMessageConverter(strict));
    }

    /** Texts that the database cannot keep are refused with their place. */
    private static final class StorableString extends StdDeserializer<String> {
        StorableString() {
            super(String.class);
        }

        @Override
        public String deserialize(JsonParser parser, DeserializationContext context) {
            String text = parser.getValueAsString();
            if (text == null) {
                return (String) context.handleUnexpectedToken(context.constructType(String.class), parser);
            }
            if (!StorableText.accepts(text)) {
                throw new IllegalArgumentException(
                        "A text holds a zero byte or half of a character (a lone surrogate).");
            }
            return text;
        }
    }
}
