package app.istante.core.colour;

/** The CIEDE2000 colour difference. */
public final class DeltaE {
  private static final double POW25_7 = Math.pow(25, 7);

  private DeltaE() {}

  /**
   * Difference of two colours, 0 and up; about 1 is just visible side by side. Sharma, Wu and Dalal
   * (2005), "The CIEDE2000 color-difference formula", equations 2 to 22, with kL = kC = kH = 1.
   */
  public static double ciede2000(Lab one, Lab two) {
    double meanC = (one.chroma() + two.chroma()) / 2;
    double meanC7 = Math.pow(meanC, 7);
    double g = 0.5 * (1 - Math.sqrt(meanC7 / (meanC7 + POW25_7)));
    double a1 = (1 + g) * one.a();
    double a2 = (1 + g) * two.a();
    double c1 = Math.hypot(a1, one.b());
    double c2 = Math.hypot(a2, two.b());
    double h1 = hueDegrees(a1, one.b());
    double h2 = hueDegrees(a2, two.b());

    double deltaL = two.l() - one.l();
    double deltaC = c2 - c1;
    double hueStep = c1 * c2 == 0 ? 0 : wrapHalfTurn(h2 - h1);
    double deltaH = 2 * Math.sqrt(c1 * c2) * Math.sin(Math.toRadians(hueStep / 2));

    double meanL = (one.l() + two.l()) / 2;
    double meanCPrime = (c1 + c2) / 2;
    double meanH = meanHueDegrees(h1, h2, c1 * c2 == 0);
    double t =
        1
            - 0.17 * cosDegrees(meanH - 30)
            + 0.24 * cosDegrees(2 * meanH)
            + 0.32 * cosDegrees(3 * meanH + 6)
            - 0.20 * cosDegrees(4 * meanH - 63);
    double theta = 30 * Math.exp(-Math.pow((meanH - 275) / 25, 2));
    double meanCPrime7 = Math.pow(meanCPrime, 7);
    double rC = 2 * Math.sqrt(meanCPrime7 / (meanCPrime7 + POW25_7));
    double l50 = (meanL - 50) * (meanL - 50);
    double sL = 1 + 0.015 * l50 / Math.sqrt(20 + l50);
    double sC = 1 + 0.045 * meanCPrime;
    double sH = 1 + 0.015 * meanCPrime * t;
    double rT = -Math.sin(Math.toRadians(2 * theta)) * rC;

    double l = deltaL / sL;
    double c = deltaC / sC;
    double h = deltaH / sH;
    return Math.sqrt(l * l + c * c + h * h + rT * c * h);
  }

  private static double hueDegrees(double a, double b) {
    if (a == 0 && b == 0) {
      return 0;
    }
    double degrees = Math.toDegrees(Math.atan2(b, a));
    return degrees < 0 ? degrees + 360 : degrees;
  }

  private static double wrapHalfTurn(double degrees) {
    return degrees > 180 ? degrees - 360 : degrees < -180 ? degrees + 360 : degrees;
  }

  private static double meanHueDegrees(double h1, double h2, boolean grey) {
    if (grey) {
      return h1 + h2;
    }
    double sum = h1 + h2;
    if (Math.abs(h1 - h2) <= 180) {
      return sum / 2;
    }
    return sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
  }

  private static double cosDegrees(double degrees) {
    return Math.cos(Math.toRadians(degrees));
  }
}
