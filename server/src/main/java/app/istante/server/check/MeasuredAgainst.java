package app.istante.server.check;

import org.jspecify.annotations.Nullable;

/** Which blank and card frame a take was measured against. */
record MeasuredAgainst(Long takeId, @Nullable Long blank, @Nullable Long card) {
  SetUpFrames.Frames frames() {
    return new SetUpFrames.Frames(blank, card);
  }
}
