package app.istante.server.handover;

import app.istante.core.rules.RuleBook;
import app.istante.server.finish.FinalPicture;
import app.istante.server.finish.FinalPictureRepository;
import app.istante.server.picture.PictureStore;
import app.istante.server.rulebook.RuleBookShelf;
import app.istante.server.shoot.Shoot;
import app.istante.server.shoot.ShootService;
import app.istante.server.shoot.Shot;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Service;

/** Puts the finals of a shoot together for one selling place: names, order, a manifest. */
@Service
public class HandoverService {
  private final ShootService shoots;
  private final TakeRepository takes;
  private final FinalPictureRepository finals;
  private final PictureStore pictures;
  private final RuleBookShelf ruleBooks;

  HandoverService(
      ShootService shoots,
      TakeRepository takes,
      FinalPictureRepository finals,
      PictureStore pictures,
      RuleBookShelf ruleBooks) {
    this.shoots = shoots;
    this.takes = takes;
    this.finals = finals;
    this.pictures = pictures;
    this.ruleBooks = ruleBooks;
  }

  /** One file of the package. */
  public record HandedFile(
      String fileName,
      String itemCode,
      String itemTitle,
      String role,
      String verdict,
      String sha256,
      long bytes) {}

  /** One item: its files in order, and what the selling place would still miss. */
  public record Listing(
      String itemCode, String itemTitle, List<HandedFile> files, List<String> gaps) {}

  /** The package as it stands now. */
  public record Handover(String ruleBookName, List<Listing> listings, int files) {}

  public Handover prepare(long shootId) throws IOException {
    Shoot shoot = shoots.shoot(shootId);
    RuleBook book = ruleBooks.named(shoot.ruleBookId());
    Map<Long, Take> chosen =
        takes.findByShootIdAndChosenTrue(shootId).stream()
            .collect(Collectors.toMap(Take::shotId, take -> take));
    Map<Long, FinalPicture> made =
        finals.findByTakeIdIn(chosen.values().stream().map(Take::id).toList()).stream()
            .filter(picture -> picture.state() == FinalPicture.State.MADE)
            .collect(Collectors.toMap(FinalPicture::takeId, picture -> picture));
    Map<String, List<Shot>> byItem = new TreeMap<>();
    for (Shot shot : shoots.shotsOf(shootId)) {
      byItem.computeIfAbsent(shot.item().code(), code -> new ArrayList<>()).add(shot);
    }
    List<Listing> listings = new ArrayList<>();
    int files = 0;
    for (List<Shot> shots : byItem.values()) {
      Listing listing = listing(shots, chosen, made, book);
      files += listing.files.size();
      listings.add(listing);
    }
    return new Handover(book.name(), listings, files);
  }

  private Listing listing(
      List<Shot> shots, Map<Long, Take> chosen, Map<Long, FinalPicture> made, RuleBook book)
      throws IOException {
    List<HandedFile> files = new ArrayList<>();
    List<String> gaps = new ArrayList<>();
    List<Shot> leadFirst = new ArrayList<>(shots);
    leadFirst.sort(java.util.Comparator.comparing(Shot::shotRole));
    for (Shot shot : leadFirst) {
      Take take = chosen.get(shot.id());
      FinalPicture picture = take == null ? null : made.get(take.id());
      if (picture == null && shot.dropped()) {
        continue;
      }
      if (picture == null) {
        gaps.add(
            shot.role() + (take == null ? ": no take chosen yet" : ": chosen, not finished yet"));
      } else {
        String name =
            String.format(
                Locale.ROOT,
                "%s-%02d-%s.jpg",
                shot.item().code().replaceAll("[^\\w-]", "_"),
                files.size() + 1,
                shot.role());
        files.add(
            new HandedFile(
                name,
                shot.item().code(),
                shot.item().title(),
                shot.role(),
                picture.verdict(),
                picture.sha256(),
                Files.size(pictures.original(picture.sha256()))));
        if (!"Ready".equals(picture.verdict())) {
          gaps.add(shot.role() + ": the final does not keep all rules");
        }
      }
    }
    if (files.size() < book.images().min()) {
      gaps.add(
          book.name()
              + " wants at least "
              + book.images().min()
              + " pictures, here are "
              + files.size());
    }
    if (files.size() > book.images().max()) {
      gaps.add(
          book.name()
              + " takes at most "
              + book.images().max()
              + " pictures, here are "
              + files.size());
    }
    Shot any = shots.get(0);
    return new Listing(any.item().code(), any.item().title(), files, gaps);
  }

  /** Writes the package as ZIP: a folder an item, and the manifest first. */
  public void write(Handover handover, OutputStream to) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(to)) {
      zip.putNextEntry(new ZipEntry("manifest.csv"));
      zip.write(manifest(handover).getBytes(StandardCharsets.UTF_8));
      zip.closeEntry();
      // JPEG does not pack any further; storing it quickly is kinder to the processor.
      zip.setLevel(java.util.zip.Deflater.BEST_SPEED);
      for (Listing listing : handover.listings) {
        for (HandedFile file : listing.files) {
          zip.putNextEntry(new ZipEntry(folder(file) + file.fileName));
          Path original = pictures.original(file.sha256);
          Files.copy(original, zip);
          zip.closeEntry();
        }
      }
    }
  }

  private static String folder(HandedFile file) {
    return file.itemCode.replaceAll("[^\\w-]", "_") + "/";
  }

  private static String manifest(Handover handover) {
    StringBuilder csv = new StringBuilder("file,item,title,role,verdict,bytes,sha256\r\n");
    for (Listing listing : handover.listings) {
      for (HandedFile file : listing.files) {
        csv.append(quoted(folder(file) + file.fileName))
            .append(',')
            .append(quoted(file.itemCode))
            .append(',')
            .append(quoted(file.itemTitle))
            .append(',')
            .append(file.role)
            .append(',')
            .append(file.verdict)
            .append(',')
            .append(file.bytes)
            .append(',')
            .append(file.sha256)
            .append("\r\n");
      }
    }
    return csv.toString();
  }

  private static String quoted(String text) {
    // A leading sign would make a spreadsheet run the cell as a formula.
    String plain = text.matches("^[=+@-].*") ? "'" + text : text;
    return '"' + plain.replace("\"", "\"\"") + '"';
  }
}
