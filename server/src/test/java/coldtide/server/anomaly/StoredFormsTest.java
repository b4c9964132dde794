package coldtide.server.anomaly;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.server.Application;
import coldtide.server.rows.ImportFormat;
import coldtide.server.store.StoredForms;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What the database keeps as JSON stays readable. The fixtures were written by the version of 1 December 2026 from the demo world;
 * long lists in them were cut. They are never changed: a new format gets fixtures of its own beside them.
 */
@ExtendWith(Application.class)
class StoredFormsTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final List<Class<?>> STORED =
            List.of(ChangesView.class, IncidentView.class, WatchedAsk.class, ImportFormat.class);

    private final StoredForms forms = Application.part(StoredForms.class);

    private static String fixture(String name) throws IOException {
        try (InputStream in = StoredFormsTest.class.getResourceAsStream("/stored/1/" + name + ".json")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "case-finding-1, coldtide.server.anomaly.ChangesView",
        "case-finding-2, coldtide.server.anomaly.ChangesView",
        "case-finding-3, coldtide.server.anomaly.ChangesView",
        "case-finding-4, coldtide.server.anomaly.ChangesView",
        "case-finding-5, coldtide.server.anomaly.ChangesView",
        "alert, coldtide.server.anomaly.IncidentView",
        "monitor, coldtide.server.anomaly.WatchedAsk",
        "reading, coldtide.server.rows.ImportFormat"
    })
    void theFirstFormatIsReadAndWrittenWordForWord(String name, Class<?> type) throws IOException {
        String stored = fixture(name);
        Object read = forms.read(1, stored, type);
        assertThat(JSON.readTree(forms.write(read))).isEqualTo(JSON.readTree(stored));
    }

    @Test
    void anUnknownFormatIsRefusedWithASentence() {
        assertThatThrownBy(() -> forms.read(2, "{}", ImportFormat.class))
                .hasMessage("This was stored in format 2; this version knows format 1 only.");
    }

    /** A renamed component or constant shows here: give its new name the old stored word in the file. */
    @Test
    void everyWordThatIsStoredIsPinned() throws IOException {
        Properties words = new Properties();
        try (InputStream in = StoredFormsTest.class.getResourceAsStream("/stored-words.properties")) {
            words.load(in);
        }
        assertThat(new TreeSet<>(words.stringPropertyNames())).isEqualTo(storedNames());
    }

    /** Every record component and enum constant that can be reached from what is stored. */
    private static Set<String> storedNames() {
        Set<String> names = new TreeSet<>();
        Set<Class<?>> seen = new HashSet<>();
        Deque<Type> open = new ArrayDeque<>(STORED);
        while (!open.isEmpty()) {
            Type next = open.pop();
            if (next instanceof ParameterizedType generic) {
                open.addAll(List.of(generic.getActualTypeArguments()));
            } else if (next instanceof Class<?> type && type.getName().startsWith("coldtide.") && seen.add(type)) {
                assertThat(type.isRecord() || type.isEnum())
                        .as("%s can be pinned", type)
                        .isTrue();
                String key = type.getName()
                                .substring(type.getPackageName().length() + 1)
                                .replace('$', '.') + ".";
                if (type.isEnum()) {
                    for (Object constant : type.getEnumConstants()) {
                        names.add(key + ((Enum<?>) constant).name());
                    }
                } else {
                    for (RecordComponent component : type.getRecordComponents()) {
                        names.add(key + component.getName());
                        open.add(component.getGenericType());
                    }
                }
            }
        }
        return names;
    }

    /** Conditions are read by words that the code spells out; today's are read for ever. */
    @Test
    void storedConditionsAreJsonOfThisFormat() throws IOException {
        for (JsonNode behaviour : JSON.readTree(fixture("behaviours"))) {
            assertThat(forms.tree(1, behaviour.toString())).isEqualTo(behaviour);
        }
    }
}
