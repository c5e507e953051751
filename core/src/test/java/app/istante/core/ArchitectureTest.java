package app.istante.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.testng.annotations.Test;

/** The directions of the house: image ← colour ← mask ← card ← measure ← rules ← verdict. */
public class ArchitectureTest {
  private static final String CORE = "app.istante.core.";
  private static final String[] UPWARDS = {
    "image", "colour", "mask", "card", "measure", "rules", "verdict", "finish", "cli"
  };

  private final JavaClasses classes =
      new ClassFileImporter()
          .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
          .importPackages("app.istante.core");

  @Test
  public void packagesDependDownwardsOnly() {
    for (int lower = 0; lower < UPWARDS.length; lower++) {
      for (int upper = lower + 1; upper < UPWARDS.length; upper++) {
        noClasses()
            .that()
            .resideInAPackage(CORE + UPWARDS[lower])
            .should()
            .dependOnClassesThat()
            .resideInAPackage(CORE + UPWARDS[upper])
            .check(classes);
      }
    }
  }

  @Test
  public void thereAreNoCycles() {
    slices().matching(CORE + "(*)..").should().beFreeOfCycles().check(classes);
  }

  @Test
  public void coreKnowsNoFrameworkNoDatabaseAndNoHttp() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "org.springframework..",
            "jakarta..",
            "java.sql..",
            "java.net.http..",
            "org.hibernate..")
        .check(classes);
  }
}
