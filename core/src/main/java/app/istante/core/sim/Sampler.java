package app.istante.core.sim;

/**
 * Well-spread random numbers: pairs from the first two dimensions of the sequence of Sobol' (1967),
 * scrambled after Owen (1995) by hashing (Burley 2020, "Practical Hash-based Owen Scrambling",
 * Journal of Computer Graphics Techniques 9.4), each pair with its own order of samples; beyond the
 * first few meetings of a path, plain hashed numbers.
 */
final class Sampler {
  /** What a path draws pairs for; bounces and lamps count on from theirs. */
  static final int USE_PIXEL = 0;

  static final int USE_LENS = 1;
  static final int USE_BOUNCE = 2;
  static final int USE_LAMPS = 8;

  private static final double TO_UNIT = 1.0 / (1L << 32);

  /** The second dimension of each byte of an index, so that 32 bits take four look-ups. */
  private static final int[] SECOND = new int[4 * 256];

  static {
    int[] words = new int[32];
    words[0] = 1 << 31;
    for (int bit = 1; bit < 32; bit++) {
      words[bit] = words[bit - 1] ^ words[bit - 1] >>> 1;
    }
    for (int i = 0; i < SECOND.length; i++) {
      for (int bit = 0; bit < 8; bit++) {
        SECOND[i] ^= (i >>> bit & 1) == 0 ? 0 : words[i / 256 * 8 + bit];
      }
    }
  }

  private int pixelSeed;
  private int sample;
  private long state;

  /** Of the last pair drawn, each in [0, 1). */
  double u;

  double v;

  void begin(long seed, int pixel, int sampleIndex) {
    pixelSeed = mix((int) (seed ^ seed >>> 32) * 0x9E3779B9 + pixel * 0x85EBCA6B);
    sample = sampleIndex;
    state = (long) pixelSeed << 32 ^ (sampleIndex * 0x9E3779B97F4A7C15L + 0x1234567);
  }

  /** Fills u and v for one use; the same use of different samples is spread evenly. */
  void pair(int use) {
    int seed = mix(pixelSeed ^ use * 0x27D4EB2F);
    int index = scramble(sample, seed);
    u = (scramble(Integer.reverse(index), seed ^ 0x68E31DA4) & 0xFFFFFFFFL) * TO_UNIT;
    v = (scramble(second(index), seed ^ 0x3C6EF372) & 0xFFFFFFFFL) * TO_UNIT;
  }

  /** Plain pseudo-random number in [0, 1) (splitmix64, Steele, Lea and Flood 2014). */
  double next() {
    state += 0x9E3779B97F4A7C15L;
    long z = state;
    z = (z ^ z >>> 30) * 0xBF58476D1CE4E5B9L;
    z = (z ^ z >>> 27) * 0x94D049BB133111EBL;
    z ^= z >>> 31;
    return (z >>> 11) * 0x1.0p-53;
  }

  /** Second dimension of the sequence: a sum, modulo 2, of one word for each bit of the index. */
  private static int second(int index) {
    return SECOND[index & 0xFF]
        ^ SECOND[256 + (index >>> 8 & 0xFF)]
        ^ SECOND[512 + (index >>> 16 & 0xFF)]
        ^ SECOND[768 + (index >>> 24)];
  }

  /** Laine and Karras's (2011) permutation of the reversed bits: an Owen scrambling. */
  private static int scramble(int value, int seed) {
    int x = Integer.reverse(value);
    x += seed;
    x ^= x * 0x6C50B47C;
    x ^= x * 0xB82F1E52;
    x ^= x * 0xC7AFE638;
    x ^= x * 0x8D22F6E6;
    return Integer.reverse(x);
  }

  private static int mix(int value) {
    int x = value;
    x = (x ^ x >>> 16) * 0x21F0AAAD;
    x = (x ^ x >>> 15) * 0x735A2D97;
    return x ^ x >>> 15;
  }
}
