package app.istante.core.mask;

import app.istante.core.colour.Lab;
import app.istante.core.image.LinearImage;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * What the kernels cost over one working picture of 800 x 600 pixels; printed by {@code ./istante
 * bench kernels}. Nothing is judged.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class KernelBench {
  private static final int WIDTH = 800;
  private static final int HEIGHT = 600;
  private static final int SIZE = WIDTH * HEIGHT;

  private final float[] plane = new float[SIZE];
  private final float[] evidence = new float[SIZE];
  private final float[] joins = new float[SIZE];
  private final boolean[] disc = new boolean[SIZE];
  private LinearImage picture;

  /** A dark disc on light ground, with grain. */
  @Setup
  public void draw() {
    Random random = new Random(1);
    float[][] light = new float[3][SIZE];
    for (int at = 0; at < SIZE; at++) {
      double away = Math.hypot(at % WIDTH - WIDTH / 2.0, at / WIDTH - HEIGHT / 2.0);
      disc[at] = away < 180;
      for (int channel = 0; channel < 3; channel++) {
        light[channel][at] = (float) ((disc[at] ? 0.2 : 0.85) * (1 + 0.02 * random.nextGaussian()));
      }
      plane[at] = light[1][at];
      evidence[at] = (disc[at] ? 1 : -1) + 0.8f * (float) random.nextGaussian();
      joins[at] = Math.abs(away - 180) < 1 ? 0.2f : 3;
    }
    picture = new LinearImage(WIDTH, HEIGHT, light[0], light[1], light[2]);
  }

  @Benchmark
  public double firstGlance() {
    return FirstGlance.at(picture, null).agreement(plane);
  }

  @Benchmark
  public float[] meanOverThree() {
    return Planes.boxMean(plane, WIDTH, HEIGHT, 1);
  }

  @Benchmark
  public float[] meanOverNineteen() {
    return Planes.boxMean(plane, WIDTH, HEIGHT, 9);
  }

  @Benchmark
  public float[] largestOfFive() {
    return Planes.largestAround(plane, WIDTH, HEIGHT, 2);
  }

  @Benchmark
  public float[] gradient() {
    return Planes.gradient(plane, WIDTH, HEIGHT);
  }

  @Benchmark
  public boolean[] deep() {
    return Bits.deep(disc, WIDTH, HEIGHT, 3);
  }

  @Benchmark
  public Regions regions() {
    return Regions.of(WIDTH, HEIGHT, disc);
  }

  @Benchmark
  public float[][] logarithms() {
    return LogLight.planes(picture);
  }

  @Benchmark
  public float[][] lab() {
    float[][] lab = new float[3][SIZE];
    Lab.fill(picture.red(), picture.green(), picture.blue(), lab[0], lab[1], lab[2]);
    return lab;
  }

  @Benchmark
  public boolean[] minimumCut() {
    return GridCut.inside(evidence.clone(), joins, joins, WIDTH, HEIGHT);
  }

  @Benchmark
  public Separation wholeSeparation() {
    return Separator.separate(picture);
  }
}
