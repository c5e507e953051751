package app.istante.server.support;

import static org.testng.Assert.assertThrows;

import java.io.IOException;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import org.testng.annotations.Test;

public class ShootEventsTest {
  @Test
  public void streamsEndWithTheApplication() throws IOException {
    ShootEvents events = new ShootEvents();
    SseEmitter one = events.listen(1);
    SseEmitter other = events.listen(2);
    one.send("still open");
    events.end();
    assertThrows(IllegalStateException.class, () -> one.send("late"));
    assertThrows(IllegalStateException.class, () -> other.send("late"));
  }
}
