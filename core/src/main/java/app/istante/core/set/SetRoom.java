package app.istante.core.set;

/**
 * The room and its table. The product's mark lies over the table's middle line.
 *
 * @param widthMm of the room, the set in its middle
 * @param behindMm from the product back to the wall
 * @param frontMm from the product to the wall behind the camera
 * @param heightMm floor to ceiling
 * @param wallColour of walls and ceiling
 * @param tableHeightMm floor to table top
 * @param tableWidthMm along the wall
 * @param tableBehindMm from the product to the table's back edge
 * @param tableFrontMm from the product to its front edge
 */
public record SetRoom(
    double widthMm,
    double behindMm,
    double frontMm,
    double heightMm,
    String wallColour,
    String floorColour,
    double tableHeightMm,
    double tableWidthMm,
    double tableBehindMm,
    double tableFrontMm,
    String tableColour) {
  public SetRoom {
    Require.mm("The room's width", widthMm, 1000, 20_000);
    Require.mm("The way from the product to the wall", behindMm, 100, 10_000);
    Require.mm("The way from the product to the wall behind the camera", frontMm, 500, 20_000);
    Require.mm("The room's height", heightMm, 1500, 8000);
    Require.mm("The table's height", tableHeightMm, 100, heightMm - 500);
    Require.mm("The table's width", tableWidthMm, 100, widthMm);
    Require.mm("The table behind the product", tableBehindMm, 0, behindMm);
    Require.mm("The table in front of the product", tableFrontMm, 0, frontMm);
    Surface.reflectance(wallColour);
    Surface.reflectance(floorColour);
    Surface.reflectance(tableColour);
  }

  /** A spare room with pale walls and a wooden table against one of them. */
  public static SetRoom usual() {
    return new SetRoom(3200, 700, 2400, 2400, "#D9D6CE", "#8C7761", 740, 1200, 600, 350, "#A88A63");
  }
}
