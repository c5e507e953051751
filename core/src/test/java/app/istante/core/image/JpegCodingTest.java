package app.istante.core.image;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNull;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Quantisers and block grid as they lie in the upright picture. */
public class JpegCodingTest {
  /** Table of the values 1 to 64 in the file's zigzag order. */
  private static byte[] ramp(int number) {
    byte[] segment = new byte[65];
    segment[0] = (byte) number;
    IntStream.rangeClosed(1, 64).forEach(i -> segment[i] = (byte) i);
    return segment;
  }

  /** 8 bits, 37 high, 50 wide. */
  private static byte[] frame(int sampling) {
    return new byte[] {8, 0, 37, 0, 50, 3, 1, (byte) sampling, 0, 2, 0x11, 1, 3, 0x11, 1};
  }

  private static Optional<JpegCoding> read(byte[] frame, int orientation, byte[]... quantisers) {
    return JpegCoding.read(JpegCoding.tables(List.of(quantisers)), frame, orientation);
  }

  private static JpegCoding read(int sampling, int orientation) {
    return read(frame(sampling), orientation, ramp(0), ramp(1)).orElseThrow();
  }

  /** T.81, figure A.6: the second value lies right of the first, the third below it. */
  @Test
  public void tablesAreUnwoundFromTheFilesOrder() {
    int[] table = read(0x22, 1).luma();
    assertEquals(table[0], 1);
    assertEquals(table[1], 2);
    assertEquals(table[8], 3);
    assertEquals(table[16], 4);
    assertEquals(table[7], 29);
    assertEquals(table[63], 64);
  }

  @DataProvider
  Object[][] orientations() {
    // Orientation, columns and rows left of and above the grid: 50 = 3 x 16 + 2, 37 = 2 x 16 + 5.
    return new Object[][] {
      {1, 0, 0}, {2, 2, 0}, {3, 2, 5}, {4, 0, 5}, {5, 0, 0}, {6, 5, 0}, {7, 5, 2}, {8, 0, 2}
    };
  }

  @Test(dataProvider = "orientations")
  public void theGridTurnsWithThePicture(int orientation, int left, int top) {
    JpegCoding coding = read(0x21, orientation);
    assertEquals(coding.leftPx(), left);
    assertEquals(coding.topPx(), top);
    boolean turned = orientation >= 5;
    assertEquals(coding.acrossPx(), turned ? 1 : 2);
    assertEquals(coding.downPx(), turned ? 2 : 1);
    assertEquals(coding.luma()[1], turned ? 3 : 2);
  }

  @Test
  public void greyFilesHaveNoColourTable() {
    byte[] grey = {8, 0, 37, 0, 50, 1, 1, 0x11, 0};
    JpegCoding coding = read(grey, 1, ramp(0)).orElseThrow();
    assertNull(coding.chroma());
    assertEquals(coding.acrossPx(), 1);
  }

  @DataProvider
  Object[][] damaged() {
    byte[] fourInks = frame(0x11);
    fourInks[5] = 4;
    byte[] noTable = frame(0x11);
    noTable[8] = 3;
    byte[] wildTable = frame(0x11);
    wildTable[11] = -1;
    byte[] cut = {8, 0, 37, 0, 50, 3, 1, 0x22, 0};
    return new Object[][] {
      {fourInks}, {noTable}, {wildTable}, {cut}, {new byte[0]}, {null}, {frame(0x41)}
    };
  }

  @Test(dataProvider = "damaged")
  public void whatIsDamagedOrRareIsLeftAlone(byte[] frame) {
    assertFalse(read(frame, 1, ramp(0), ramp(1)).isPresent());
  }

  @Test
  public void aCutTableIsNoTable() {
    byte[] cut = new byte[40];
    assertFalse(read(frame(0x11), 1, cut).isPresent());
  }
}
