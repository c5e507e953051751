package app.istante.server.support;

import java.util.List;

/** One page of a list, and how long the whole is. */
public record Page<T>(List<T> entries, long total, int page, int size) {
  public static final int MOST = 500;

  public static <T> Page<T> of(org.springframework.data.domain.Page<T> page) {
    return new Page<>(page.getContent(), page.getTotalElements(), page.getNumber(), page.getSize());
  }
}
