package coldtide.server.store;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Properties;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import tools.jackson.databind.AnnotationIntrospector;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.PropertyNamingStrategy;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.introspect.AnnotatedClass;
import tools.jackson.databind.introspect.AnnotatedField;
import tools.jackson.databind.introspect.AnnotatedMember;
import tools.jackson.databind.introspect.AnnotatedMethod;
import tools.jackson.databind.introspect.AnnotatedParameter;
import tools.jackson.databind.introspect.JacksonAnnotationIntrospector;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads and writes the JSON that the database keeps. Its words are pinned in {@code stored-words.properties}, apart from the names of
 * records and enums in the code and over HTTP: those may be changed at any time, what is stored stays readable. Each stored JSON has
 * the number of its format beside it; a change that a new word cannot express needs a new number, and a reader for the old one.
 */
@Component
public class StoredForms {
    /** The only format so far. */
    public static final int FORMAT = 1;

    private final JsonMapper json;

    @Autowired
    StoredForms(JsonMapper json) {
        this(json, Words.load());
    }

    StoredForms(JsonMapper json, Properties pinned) {
        Words words = new Words(pinned);
        this.json = json.rebuild()
                .propertyNamingStrategy(new Naming(words))
                .annotationIntrospector(AnnotationIntrospector.pair(
                        new Enums(words), json.serializationConfig().getAnnotationIntrospector()))
                .build();
    }

    public String write(Object form) {
        return json.writeValueAsString(form);
    }

    /** @throws IllegalStateException if it was written in a format that this version does not know */
    public <T> T read(int format, String text, Class<T> type) {
        requireKnown(format);
        return json.readValue(text, type);
    }

    /** A condition or another form whose words the code reads by themselves; errors as {@link #read}. */
    public JsonNode tree(int format, String text) {
        requireKnown(format);
        return json.readTree(text);
    }

    private static void requireKnown(int format) {
        if (format != FORMAT) {
            throw new IllegalStateException(
                    "This was stored in format " + format + "; this version knows format " + FORMAT + " only.");
        }
    }

    /** Key of a type in the file of words: its name without the package. */
    private static String typeKey(Class<?> type) {
        return type.getName().substring(type.getPackageName().length() + 1).replace('$', '.');
    }

    private record Words(Properties pinned) {
        static Properties load() {
            Properties pinned = new Properties();
            try (InputStream in = StoredForms.class.getResourceAsStream("/stored-words.properties")) {
                pinned.load(in);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            return pinned;
        }

        String word(Class<?> type, String name) {
            return pinned.getProperty(typeKey(type) + "." + name, name);
        }
    }

    /** Stored words of record components. */
    private static final class Naming extends PropertyNamingStrategy {
        private static final long serialVersionUID = 1L;
        private final transient Words words;

        Naming(Words words) {
            this.words = words;
        }

        private String word(AnnotatedMember member, String name) {
            return words.word(member.getDeclaringClass(), name);
        }

        @Override
        public String nameForField(MapperConfig<?> config, AnnotatedField field, String name) {
            return word(field, name);
        }

        @Override
        public String nameForGetterMethod(MapperConfig<?> config, AnnotatedMethod method, String name) {
            return word(method, name);
        }

        @Override
        public String nameForConstructorParameter(MapperConfig<?> config, AnnotatedParameter parameter, String name) {
            return word(parameter, name);
        }
    }

    /** Stored words of enum constants. */
    private static final class Enums extends JacksonAnnotationIntrospector {
        private static final long serialVersionUID = 1L;
        private final transient Words words;

        Enums(Words words) {
            this.words = words;
        }

        @Override
        public String[] findEnumValues(MapperConfig<?> config, AnnotatedClass type, Enum<?>[] values, String[] names) {
            for (int i = 0; i < values.length; i++) {
                names[i] = words.word(type.getAnnotated(), values[i].name());
            }
            return names;
        }
    }
}
