package coldtide.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

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
                .layer("who")
                .definedBy("coldtide.core.who..")
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
                .layer("change")
                .definedBy("coldtide.core.change..")
                .whereLayer("change")
                .mayNotBeAccessedByAnyLayer()
                .whereLayer("rooms")
                .mayOnlyBeAccessedByLayers("change")
                .whereLayer("scan")
                .mayOnlyBeAccessedByLayers("rooms", "who", "change")
                .whereLayer("who")
                .mayOnlyBeAccessedByLayers("rooms", "change")
                .whereLayer("stats")
                .mayOnlyBeAccessedByLayers("rooms", "scan", "change")
                .whereLayer("log")
                .mayOnlyBeAccessedByLayers("rooms", "scan", "who", "change")
                .whereLayer("time")
                .mayOnlyBeAccessedByLayers("rooms", "scan", "who", "log", "change")
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
            "change",
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
                        "coldtide.server.who..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("coldtide.server." + room + "..")
                .check(HOUSE);
    }

    @Test
    void packagesHaveNoCycles() {
        slices().matching("coldtide.(*).(*)..").should().beFreeOfCycles().check(HOUSE);
    }
}
