package org.urvant.examples;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;

/** Holds the rooms of docs/architecture.md: a room uses only rooms below it, and the core touches nothing outside. */
@AnalyzeClasses(packages = "org.urvant", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule ROOMS = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("core")
            .definedBy("org.urvant.core..")
            .layer("formats")
            .definedBy("org.urvant.formats..")
            .layer("devices")
            .definedBy("org.urvant.devices..")
            .layer("report")
            .definedBy("org.urvant.report..")
            .layer("cli")
            .definedBy("org.urvant.cli..")
            .layer("examples")
            .definedBy("org.urvant.examples..")
            .whereLayer("examples")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("cli")
            .mayOnlyBeAccessedByLayers("examples")
            .whereLayer("report")
            .mayOnlyBeAccessedByLayers("cli", "examples")
            .whereLayer("devices")
            .mayOnlyBeAccessedByLayers("cli", "examples")
            .whereLayer("formats")
            .mayOnlyBeAccessedByLayers("devices", "report", "cli", "examples")
            .whereLayer("core")
            .mayOnlyBeAccessedByLayers("formats", "devices", "report", "cli", "examples");

    @ArchTest
    static final ArchRule CORE_TOUCHES_NO_FILE_OR_SOCKET = noClasses()
            .that()
            .resideInAPackage("org.urvant.core..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("java.nio.file..", "java.net..", "java.nio.channels..", "picocli..", "com..");

    @ArchTest
    static final ArchRule CORE_PACKAGES_HAVE_NO_CIRCLES =
            slices().matching("org.urvant.core.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule CONCRETE_CLASSES_ARE_FINAL = classes()
            .that()
            .resideInAnyPackage("org.urvant..")
            .and()
            .areTopLevelClasses()
            .and()
            .areNotInterfaces()
            .should(new ArchCondition<>("be final or abstract") {
                @Override
                public void check(JavaClass type, ConditionEvents events) {
                    boolean closed = type.getModifiers().contains(JavaModifier.FINAL)
                            || type.getModifiers().contains(JavaModifier.ABSTRACT)
                            || type.isEnum();
                    if (!closed && !type.getSimpleName().equals("package-info")) {
                        events.add(
                                SimpleConditionEvent.violated(type, type.getName() + " is neither final nor abstract"));
                    }
                }
            });
}
