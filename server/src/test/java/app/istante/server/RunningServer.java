package app.istante.server;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.fail;

import app.istante.core.cli.Json;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.PhotoWriter;
import app.istante.core.sim.CameraEffects;
import app.istante.core.sim.DemoShop;
import app.istante.core.sim.Rendering;
import app.istante.core.sim.SimulatedCamera;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.context.testng.AbstractTestNGSpringContextTests;
import tools.jackson.databind.JsonNode;

/** A real server on a real, empty database, spoken to over HTTP as the browser does. */
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT)
public abstract class RunningServer extends AbstractTestNGSpringContextTests {
  static final Path DATA = temporaryFolder();

  /** Ten times what one measurement takes here: other machines are slower and busy. */
  private static final int PATIENCE_S = 90;

  private static final Map<String, Rendering> LIGHT = new ConcurrentHashMap<>();
  private static boolean emptied;

  @LocalServerPort private int port;

  private final CookieManager cookies = new CookieManager();
  private final HttpClient client = HttpClient.newBuilder().cookieHandler(cookies).build();

  @DynamicPropertySource
  static void place(DynamicPropertyRegistry registry) throws SQLException {
    String url = System.getProperty("istante.db.url");
    if (url == null || url.isBlank()) {
      fail("istante.db.url is not set; run the tests with ./istante test");
    }
    // Two processes share the tests.
    String name = "istante_test" + System.getProperty("istante.fork", "");
    String own = url.replaceFirst("/istante_test", "/" + name);
    if (!emptied) {
      try (Connection connection = DriverManager.getConnection(own, "istante", "istante")) {
        connection.createStatement().execute("DROP DATABASE " + name);
      }
      DriverManager.getConnection(own, "istante", "istante").close();
      emptied = true;
    }
    registry.add("spring.datasource.url", () -> own);
    registry.add("istante.data-folder", DATA::toString);
    registry.add("istante.photograph-px", () -> 320);
  }

  private static Path temporaryFolder() {
    try {
      Path folder = Files.createTempDirectory("istante-server-test");
      Runtime.getRuntime().addShutdownHook(new Thread(() -> remove(folder)));
      return folder;
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  private static void remove(Path folder) {
    try (var all = Files.walk(folder)) {
      for (Path path : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(path);
      }
    } catch (IOException left) {
      // A temporary folder that stays behind harms nobody.
    }
  }

  record Answer(int status, String body, HttpResponse<byte[]> raw) {
    JsonNode json() {
      return Json.mapper().readTree(body);
    }
  }

  URI uri(String path) {
    return URI.create("http://127.0.0.1:" + port + path);
  }

  Answer get(String path) {
    return send(HttpRequest.newBuilder(uri(path)).GET());
  }

  Answer post(String path, String json) {
    return withBody("POST", path, json);
  }

  Answer put(String path, String json) {
    return withBody("PUT", path, json);
  }

  Answer delete(String path) {
    return send(token(HttpRequest.newBuilder(uri(path)).DELETE()));
  }

  private Answer withBody(String method, String path, String json) {
    return send(
        token(
            HttpRequest.newBuilder(uri(path))
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(json))));
  }

  HttpRequest.Builder token(HttpRequest.Builder request) {
    if (cookie() == null) {
      get("/api/rule-books");
    }
    return request.header("X-XSRF-TOKEN", cookie());
  }

  private String cookie() {
    return cookies.getCookieStore().getCookies().stream()
        .filter(one -> one.getName().equals("XSRF-TOKEN"))
        .map(HttpCookie::getValue)
        .findFirst()
        .orElse(null);
  }

  Answer send(HttpRequest.Builder request) {
    try {
      HttpResponse<byte[]> raw =
          client.send(
              request.timeout(Duration.ofSeconds(30)).build(),
              HttpResponse.BodyHandlers.ofByteArray());
      return new Answer(raw.statusCode(), new String(raw.body(), StandardCharsets.UTF_8), raw);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (InterruptedException stopped) {
      throw new IllegalStateException(stopped);
    }
  }

  Answer upload(long shoot, String name, byte[] bytes, Long shot) {
    return uploadWith(shoot, name, bytes, shot == null ? "" : "shotId=" + shot);
  }

  Answer uploadWith(long shoot, String name, byte[] bytes, String query) {
    String boundary = "----istante";
    ByteArrayOutputStream body = new ByteArrayOutputStream();
    body.writeBytes(
        ("--"
                + boundary
                + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\""
                + name
                + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
            .getBytes(StandardCharsets.UTF_8));
    body.writeBytes(bytes);
    body.writeBytes(("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8));
    String path = "/api/shoots/" + shoot + "/photos?" + query;
    return send(
        token(
            HttpRequest.newBuilder(uri(path))
                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()))));
  }

  /** A shoot with one item and these views; gives its id. */
  long newShoot(String ruleBook, String code, String... roles) {
    Answer made =
        post(
            "/api/shoots",
            "{\"name\":\"Test of " + code + "\",\"ruleBookId\":\"" + ruleBook + "\"}");
    assertEquals(made.status(), 201, made.body());
    long id = made.json().get("id").asLong();
    String views = "\"" + String.join("\",\"", roles) + "\"";
    Answer planned =
        post(
            "/api/shoots/" + id + "/items",
            "{\"code\":\""
                + code
                + "\",\"title\":\"Thing "
                + code
                + "\",\"kind\":\"rigid\",\"roles\":["
                + views
                + "]}");
    assertEquals(planned.status(), 201, planned.body());
    return id;
  }

  long shotOf(long shoot, String role) {
    for (JsonNode shot : get("/api/shoots/" + shoot + "/shots").json()) {
      if (shot.get("role").asString().equals(role)) {
        return shot.get("id").asLong();
      }
    }
    throw new AssertionError("no shot " + role);
  }

  JsonNode measured(long take) {
    return until(
        () -> {
          JsonNode detail = get("/api/takes/" + take).json();
          return detail.at("/take/state").asString().equals("WAITING") ? null : detail;
        });
  }

  protected static <T> T until(Supplier<T> look) {
    long end = System.nanoTime() + Duration.ofSeconds(PATIENCE_S).toNanos();
    while (System.nanoTime() < end) {
      T seen = look.get();
      if (seen != null) {
        return seen;
      }
      pause(50);
    }
    throw new AssertionError("it did not happen within " + PATIENCE_S + " seconds");
  }

  protected static void pause(long millis) {
    try {
      Thread.sleep(millis);
    } catch (InterruptedException stopped) {
      throw new IllegalStateException(stopped);
    }
  }

  /** A well-lit photo of the tin, 1200 x 900; another seed is another file. */
  static byte[] photo(long seed) {
    return photo(new DemoShop.Set().litGround().fill(0.74), 1.12, seed);
  }

  /** The same at 480 x 360, checked in a third of the time: where its readings don't matter. */
  static byte[] smallPhoto(long seed) {
    return photo(new DemoShop.Set().litGround().fill(0.74), 1.12, seed, 480);
  }

  static byte[] photo(DemoShop.Set set, double level, long seed) {
    return photo(set, level, seed, 1200);
  }

  /** The light of a set is computed once; each exposure and seed is then another photo of it. */
  private static byte[] photo(DemoShop.Set set, double level, long seed, int width) {
    Rendering light =
        LIGHT.computeIfAbsent(
            width + " " + set,
            key -> SimulatedCamera.light(DemoShop.Item.MONEY_BOX, set, width, width * 3 / 4, 2, 1));
    EncodedImage picture =
        SimulatedCamera.develop(light, set.rollDegrees(), CameraEffects.GOOD.level(level), seed)
            .picture();
    try {
      return PhotoWriter.jpeg(picture, 0.92);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }
}
