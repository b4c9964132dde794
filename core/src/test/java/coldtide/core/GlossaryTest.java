package coldtide.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The glossary leads to types that exist, and defines each word once. */
class GlossaryTest {
    private static final Path ROOT = Path.of("").toAbsolutePath().getParent();
    private static final Pattern CODE = Pattern.compile("`(server: )?((?:[a-z]+\\.)?[A-Z]\\w+)`");

    @Test
    void everyTypeItNamesIsInTheCode() throws IOException {
        Set<String> types = types("core");
        Set<String> ofServer = types("server").stream()
                .map(path -> path.substring(path.lastIndexOf('.') + 1))
                .collect(Collectors.toSet());
        List<MatchResult> named = CODE.matcher(glossary()).results().toList();
        assertThat(named).hasSizeGreaterThan(60);
        assertThat(named.stream()
                        .filter(name -> !(name.group(1) == null ? types : ofServer).contains(name.group(2)))
                        .map(MatchResult::group))
                .isEmpty();
    }

    @Test
    void itHasEachWordOnce() throws IOException {
        List<String> words = glossary()
                .lines()
                .filter(line -> line.startsWith("| ") && !line.startsWith("| word") && !line.startsWith("| ---"))
                .map(line -> line.split("\\|")[1].strip())
                .toList();
        assertThat(words).hasSizeGreaterThan(80).doesNotHaveDuplicates();
    }

    private static String glossary() throws IOException {
        return Files.readString(ROOT.resolve("docs/glossary.md"));
    }

    /** Types of a module as package and name: "log.EventLog". */
    private static Set<String> types(String module) throws IOException {
        try (Stream<Path> files = Files.walk(ROOT.resolve(module + "/src/main/java"))) {
            return files.filter(file -> file.toString().endsWith(".java"))
                    .map(file -> file.getParent().getFileName() + "."
                            + file.getFileName().toString().replace(".java", ""))
                    .collect(Collectors.toSet());
        }
    }
}
