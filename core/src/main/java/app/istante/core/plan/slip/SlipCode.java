package app.istante.core.plan.slip;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.CRC32;

/**
 * What a slip's square code says: {@code ISTANTE/1/I/3/17/5F0C}: format 1, an item slip, shoot 3,
 * number 17, and a check of four hexadecimal digits (low half of the CRC-32 of what stands before
 * it), so that no other code is ever taken for a slip. Only letters of the dense alphanumeric mode
 * are used, which keeps the squares large.
 *
 * @param number the item's or set-up's number; 0 for a card and a blank frame
 */
public record SlipCode(What what, long shoot, long number) {
  private static final Pattern FORM =
      Pattern.compile("(ISTANTE/1/([ISCB])/(\\d{1,15})/(\\d{1,15}))/([0-9A-F]{4})");

  /** What the frames after a slip show. */
  public enum What {
    /** The next takes are this item's. */
    ITEM('I'),
    /** From here on another set-up stands. */
    SET_UP('S'),
    /** This frame shows the colour card. */
    CARD('C'),
    /** The next frame is the empty set. */
    BLANK('B');

    private final char letter;

    What(char letter) {
      this.letter = letter;
    }
  }

  public String text() {
    String head = "ISTANTE/1/" + what.letter + "/" + shoot + "/" + number;
    return head + "/" + check(head);
  }

  /** Empty for every text that is not a slip's. */
  public static Optional<SlipCode> parse(String text) {
    Matcher form = FORM.matcher(text);
    if (!form.matches() || !check(form.group(1)).equals(form.group(5))) {
      return Optional.empty();
    }
    for (What what : What.values()) {
      if (what.letter == form.group(2).charAt(0)) {
        return Optional.of(
            new SlipCode(what, Long.parseLong(form.group(3)), Long.parseLong(form.group(4))));
      }
    }
    return Optional.empty();
  }

  private static String check(String head) {
    CRC32 crc = new CRC32();
    crc.update(head.getBytes(StandardCharsets.US_ASCII));
    return String.format(Locale.ROOT, "%04X", crc.getValue() & 0xFFFF);
  }
}
