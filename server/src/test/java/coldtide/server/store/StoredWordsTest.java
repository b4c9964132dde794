package coldtide.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Properties;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class StoredWordsTest {
    /** Kinds whose names in the code are not those that are stored. */
    enum Kind {
        RENAMED,
        SAME
    }

    /** A form of which one component was renamed. */
    record Form(List<Kind> renamed, String same) {}

    @Test
    void aRenamedComponentAndConstantKeepTheirStoredWords() {
        Properties pinned = new Properties();
        pinned.setProperty("StoredWordsTest.Form.renamed", "before");
        pinned.setProperty("StoredWordsTest.Kind.RENAMED", "EARLIER");
        StoredForms forms = new StoredForms(JsonMapper.builder().build(), pinned);
        String stored = "{\"before\":[\"EARLIER\",\"SAME\"],\"same\":\"x\"}";
        Form form = new Form(List.of(Kind.RENAMED, Kind.SAME), "x");
        assertThat(forms.read(1, stored, Form.class)).isEqualTo(form);
        assertThat(forms.tree(1, forms.write(form))).isEqualTo(forms.tree(1, stored));
    }
}
