package coldtide.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static java.util.stream.Collectors.counting;
import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The floors of docs/architecture.md: a floor may use those below it, never above; rooms do not use each other. */
class HouseRulesTest {
    private static final JavaClasses HOUSE = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("coldtide");

    @Test
    void coreIsPlainJava() {
        classes()
                .that()
                .resideInAPackage("coldtide.core..")
                .should()
                .onlyDependOnClassesThat()
                .resideInAnyPackage(
                        "coldtide.core..",
                        "java..",
                        "it.unimi.dsi.fastutil..",
                        "com.ezylang.evalex..",
                        "com.github.benmanes.caffeine..",
                        "com.google.re2j..",
                        "org.apache.commons.math3..",
                        "org.apache.commons.numbers..",
                        "org.apache.commons.statistics..")
                .check(HOUSE);
        noClasses()
                .that()
                .resideInAPackage("coldtide.core..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("java.sql..", "java.net..", "java.io..")
                .check(HOUSE);
    }

    @Test
    void coreFloorsLieOnEachOther() {
        layeredArchitecture()
                .consideringOnlyDependenciesInLayers()
                .layer("time")
                .definedBy("coldtide.core.time..")
                .layer("log")
                .definedBy("coldtide.core.log..")
                .layer("stats")
                .definedBy("coldtide.core.stats..")
                .layer("scan")
                .definedBy("coldtide.core.scan..")
                .layer("filter")
                .definedBy("coldtide.core.filter..")
                .layer("rooms")
                .definedBy(
                        "coldtide.core.catalogue..",
                        "coldtide.core.tidetable..",
                        "coldtide.core.retention..",
                        "coldtide.core.funnel..",
                        "coldtide.core.release..",
                        "coldtide.core.register..",
                        "coldtide.core.contrast..",
                        "coldtide.core.money..",
                        "coldtide.core.channel..",
                        "coldtide.core.measure..")
                .layer("anomaly")
                .definedBy("coldtide.core.anomaly..")
                .whereLayer("anomaly")
                .mayNotBeAccessedByAnyLayer()
                .whereLayer("rooms")
                .mayOnlyBeAccessedByLayers("anomaly")
                .whereLayer("scan")
                .mayOnlyBeAccessedByLayers("rooms", "filter", "anomaly")
                .whereLayer("filter")
                .mayOnlyBeAccessedByLayers("rooms", "anomaly")
                .whereLayer("stats")
                .mayOnlyBeAccessedByLayers("rooms", "scan", "anomaly")
                .whereLayer("log")
                .mayOnlyBeAccessedByLayers("rooms", "scan", "filter", "anomaly")
                .whereLayer("time")
                .mayOnlyBeAccessedByLayers("rooms", "scan", "filter", "log", "anomaly")
                .check(HOUSE);
    }

    @Test
    void theWorldKnowsNothingOfTheProduct() {
        classes()
                .that()
                .resideInAPackage("coldtide.world..")
                .should()
                .onlyDependOnClassesThat()
                .resideInAnyPackage(
                        "coldtide.world..",
                        "java..",
                        "de.siegmar.fastcsv..",
                        "tools.jackson..",
                        "com.fasterxml.jackson.annotation..")
                .check(HOUSE);
        layeredArchitecture()
                .consideringOnlyDependenciesInLayers()
                .layer("scenario")
                .definedBy("coldtide.world.scenario")
                .layer("world")
                .definedBy("coldtide.world")
                .layer("out")
                .definedBy("coldtide.world.out")
                .whereLayer("out")
                .mayNotBeAccessedByAnyLayer()
                .whereLayer("world")
                .mayOnlyBeAccessedByLayers("out")
                .check(HOUSE);
    }

    @Test
    void onlyTheStoreKnowsHibernateAndSql() {
        noClasses()
                .that()
                .resideOutsideOfPackage("coldtide.server.store..")
                .and()
                .doNotHaveSimpleName("ParquetTable") // Parquet is read and written through an embedded SQL engine
                .and()
                .doNotHaveSimpleName("EventFile")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.hibernate..", "jakarta.persistence..", "org.postgresql..", "java.sql..")
                .check(HOUSE);
    }

    private static final List<String> ROOMS = List.of(
            "tidetable",
            "anomaly",
            "release",
            "retention",
            "funnel",
            "measure",
            "contrast",
            "catalogue",
            "segments",
            "register",
            "place",
            "extract",
            "rail",
            "intake",
            "marks",
            "rates",
            "channels",
            "evidence",
            "demo");

    static List<String> rooms() {
        return ROOMS;
    }

    @ParameterizedTest
    @MethodSource("rooms")
    void roomsDoNotUseEachOther(String room) {
        List<String> others = ROOMS.stream()
                .filter(other -> !other.equals(room))
                .map(other -> "coldtide.server." + other + "..")
                .toList();
        noClasses()
                .that()
                .resideInAPackage("coldtide.server." + room + "..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(others.toArray(String[]::new))
                .check(HOUSE);
        noClasses()
                .that()
                .resideInAnyPackage(
                        "coldtide.server.store..",
                        "coldtide.server.http..",
                        "coldtide.server.access..",
                        "coldtide.server.apps..",
                        "coldtide.server.engine..",
                        "coldtide.server.rows..",
                        "coldtide.server.named..",
                        "coldtide.server.filter..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("coldtide.server." + room + "..")
                .check(HOUSE);
    }

    @Test
    void packagesHaveNoCycles() {
        slices().matching("coldtide.(*).(*)..").should().beFreeOfCycles().check(HOUSE);
        slices().matching("coldtide.(**)").should().beFreeOfCycles().check(HOUSE);
    }

    /** As many files as a newcomer can look through; a package of more has parts that deserve a name. */
    @Test
    void packagesAreSmall() {
        Map<String, Long> sizes = HOUSE.stream()
                .filter(HouseRulesTest::isTopLevel)
                .collect(groupingBy(JavaClass::getPackageName, counting()));
        assertThat(sizes).allSatisfy((name, types) -> assertThat(types).as(name).isLessThanOrEqualTo(21));
    }

    /** Prepositions, participles and pictures, which tell nobody what a type is; docs/glossary.md has the words. */
    private static final Set<String> UNCLEAR = Set.of(
            "Ahead",
            "Apart",
            "Around",
            "Asking",
            "Best",
            "Blame",
            "Chosen",
            "Decided",
            "Dose",
            "Following",
            "Homes",
            "Inside",
            "Kept",
            "Leaps",
            "Looking",
            "Mixed",
            "Named",
            "Narrow",
            "Rest",
            "Returning",
            "Settled",
            "Signs",
            "Since",
            "Starts",
            "Together",
            "Trail",
            "Trails",
            "Waiting",
            "Watching",
            "Ways",
            "Where");

    @Test
    void typesHaveNamesThatSayWhatTheyAre() {
        assertThat(topLevel().filter(UNCLEAR::contains)).isEmpty();
    }

    /** What a type is stands above it: a name met in a stack trace has a sentence to read. */
    @ParameterizedTest
    @ValueSource(strings = {"core", "server"})
    void everyTypeHasAComment(String module) throws IOException {
        Pattern type = Pattern.compile(
                "^(public |abstract |final |sealed )*(class|record|interface|enum) ", Pattern.MULTILINE);
        try (Stream<Path> files = Files.walk(Path.of("..", module, "src/main/java"))) {
            List<Path> without = files.filter(file -> file.toString().endsWith(".java"))
                    .filter(file -> {
                        String text = read(file);
                        Matcher found = type.matcher(text);
                        return found.find() && !text.substring(0, found.start()).contains("/**");
                    })
                    .toList();
            assertThat(without).isEmpty();
        }
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException unread) {
            throw new UncheckedIOException(unread);
        }
    }

    @Test
    void noTwoTypesHaveOneName() {
        Set<String> seen = new HashSet<>();
        // A release as events carry it, and a release as a member enters it.
        assertThat(topLevel().filter(name -> !seen.add(name))).containsExactly("Release");
    }

    private static Stream<String> topLevel() {
        return HOUSE.stream()
                .filter(HouseRulesTest::isTopLevel)
                // The demo world has words of its own.
                .filter(type -> !type.getPackageName().startsWith("coldtide.world"))
                .map(JavaClass::getSimpleName);
    }

    private static boolean isTopLevel(JavaClass type) {
        return type.isTopLevelClass() && !type.getSimpleName().equals("package-info");
    }
}
