package app.istante.journeys;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The packed application as a process of its own, on a database and a data folder of its own. */
final class Application implements AutoCloseable {
  private static final Duration PATIENCE = Duration.ofSeconds(90);
  private static final Path JAR = Path.of("../server/target/app/istante-server.jar");
  private static final Path ARCHIVE = Path.of("../server/target/app/istante-server.jsa");

  private final Path data;
  private final String databaseUrl;
  private final Shop shop;
  private final int port;
  private Process process;

  /** Whose shop it begins with. Measuring photos that nobody looks at would only take time. */
  enum Shop {
    EMPTY,
    DEMO_WITHOUT_PHOTOS,
    DEMO_WITH_SATURDAY
  }

  private Application(Path data, String databaseUrl, Shop shop, int port) {
    this.data = data;
    this.databaseUrl = databaseUrl;
    this.shop = shop;
    this.port = port;
  }

  /** Starts on an empty database with this name and an empty folder. */
  static Application start(String name, Shop shop) throws IOException, SQLException {
    String base = System.getProperty("istante.db.url", "");
    if (base.isBlank()) {
      throw new IllegalStateException("istante.db.url is not set; run with ./istante test");
    }
    String url = base.replaceFirst("/istante_test", "/istante_" + name);
    try (Connection connection = DriverManager.getConnection(url, "istante", "istante")) {
      connection.createStatement().execute("DROP DATABASE istante_" + name);
      connection.createStatement().execute("CREATE DATABASE istante_" + name);
    }
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    Application application =
        new Application(Files.createTempDirectory("istante-" + name), url, shop, port);
    application.run();
    return application;
  }

  /** Starts the process, also again after {@link #kill}: same database, same folder. */
  void run() throws IOException {
    ProcessBuilder command =
        new ProcessBuilder(
            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
            "-Xmx768m",
            "-XX:+UseParallelGC",
            "-Xlog:disable",
            "-Xlog:all=error:stderr",
            sharing(),
            "-jar",
            JAR.toString());
    command.environment().put("ISTANTE_DATA", data.toString());
    command.environment().put("ISTANTE_DB_URL", databaseUrl);
    command.environment().put("ISTANTE_PORT", Integer.toString(port));
    command.environment().put("ISTANTE_DEMO", Boolean.toString(shop != Shop.EMPTY));
    command.environment().put("ISTANTE_PHOTOGRAPH_PX", "480");
    command
        .environment()
        .put("ISTANTE_DEMO_PHOTOS", shop == Shop.DEMO_WITH_SATURDAY ? "saturday" : "none");
    process =
        command.redirectErrorStream(true).redirectOutput(data.resolve("app.log").toFile()).start();
    long end = System.nanoTime() + PATIENCE.toNanos();
    HttpClient client = HttpClient.newHttpClient();
    HttpRequest health = HttpRequest.newBuilder(URI.create(url() + "/actuator/health")).build();
    while (System.nanoTime() < end) {
      if (!process.isAlive()) {
        throw new IllegalStateException(Files.readString(data.resolve("app.log")));
      }
      try {
        if (client.send(health, HttpResponse.BodyHandlers.discarding()).statusCode() == 200) {
          return;
        }
      } catch (IOException notYet) {
        // It is still starting.
      } catch (InterruptedException stopped) {
        throw new IllegalStateException(stopped);
      }
      pause();
    }
    // Nobody else would end it, and it may not listen.
    process.destroyForcibly();
    throw new IllegalStateException("the application did not start in time");
  }

  /** Starts take a third less with classes from an archive, as ./istante has it (setup.sh). */
  private static String sharing() throws IOException {
    boolean fresh =
        Files.exists(ARCHIVE)
            && Files.getLastModifiedTime(ARCHIVE).compareTo(Files.getLastModifiedTime(JAR)) > 0;
    return (fresh ? "-XX:SharedArchiveFile=" : "-XX:ArchiveClassesAtExit=") + ARCHIVE;
  }

  String url() {
    return "http://127.0.0.1:" + port;
  }

  Path data() {
    return data;
  }

  /** A count of the first shoot, as its stations show it; 0 before the shoot exists. */
  int count(String name) throws IOException, InterruptedException {
    HttpResponse<String> answer =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(URI.create(url() + "/api/shoots/1")).build(),
                HttpResponse.BodyHandlers.ofString());
    Matcher matcher = Pattern.compile("\"" + name + "\":(\\d+)").matcher(answer.body());
    return matcher.find() ? Integer.parseInt(matcher.group(1)) : 0;
  }

  /** Takes of the first shoot that have been measured. */
  int measured() throws IOException, InterruptedException {
    return count("takes") - count("waiting");
  }

  /** The running process; another one after each {@link #run}. */
  long pid() {
    return process.pid();
  }

  /** Ends the process at once, as a power cut would. */
  void kill() throws InterruptedException {
    process.destroyForcibly().waitFor();
  }

  @Override
  public void close() {
    process.destroy();
    try {
      process.waitFor();
      try (var all = Files.walk(data)) {
        for (Path path : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
          Files.deleteIfExists(path);
        }
      }
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  private static void pause() {
    try {
      Thread.sleep(200);
    } catch (InterruptedException stopped) {
      throw new IllegalStateException(stopped);
    }
  }
}
