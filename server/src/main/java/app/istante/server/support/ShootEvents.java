package app.istante.server.support;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Tells open pages that something of a shoot has changed; they ask again for what they show. */
@Component
public class ShootEvents {
  private final Map<Long, List<SseEmitter>> listeners = new ConcurrentHashMap<>();

  /** What changed: a take's check, choice or assignment, a final, the plan, a refused file. */
  public record Change(String what, Long takeId) {}

  public SseEmitter listen(long shootId) {
    SseEmitter emitter = new SseEmitter(0L);
    List<SseEmitter> those = listeners.computeIfAbsent(shootId, id -> new CopyOnWriteArrayList<>());
    those.add(emitter);
    emitter.onCompletion(() -> those.remove(emitter));
    emitter.onError(broken -> those.remove(emitter));
    send(emitter, those, SseEmitter.event().comment("listening"));
    return emitter;
  }

  /** Sends after the running transaction has been committed, so that pages see the new state. */
  public void changed(long shootId, String what, Long takeId) {
    if (TransactionSynchronizationManager.isSynchronizationActive()) {
      TransactionSynchronizationManager.registerSynchronization(
          new TransactionSynchronization() {
            @Override
            public void afterCommit() {
              publish(shootId, new Change(what, takeId));
            }
          });
    } else {
      publish(shootId, new Change(what, takeId));
    }
  }

  /** Keeps connections open through proxies, and finds the ones that were closed. */
  @Scheduled(fixedRate = 20_000)
  void keepAlive() {
    listeners
        .values()
        .forEach(
            those -> those.forEach(one -> send(one, those, SseEmitter.event().comment("still"))));
  }

  /** Open streams are requests under way: the server would wait half a minute for each to end. */
  @EventListener(ContextClosedEvent.class)
  void end() {
    listeners.values().forEach(those -> those.forEach(SseEmitter::complete));
  }

  private void publish(long shootId, Change change) {
    List<SseEmitter> those = listeners.getOrDefault(shootId, List.of());
    those.forEach(one -> send(one, those, SseEmitter.event().name("change").data(change)));
  }

  private static void send(
      SseEmitter emitter, List<SseEmitter> those, SseEmitter.SseEventBuilder event) {
    try {
      emitter.send(event);
    } catch (IOException | IllegalStateException gone) {
      those.remove(emitter);
    }
  }
}
