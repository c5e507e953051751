package app.istante.core.verdict;

/**
 * One change that puts a finding right.
 *
 * @param rule id of the rule that it serves
 * @param text short, second person, figures first
 * @param stops light to add (positive) or take away, or null
 * @param distanceMm how far to move, or null
 * @param degrees how far to turn, positive clockwise as seen on the picture, or null
 * @param inFinishing true where the finishing plan does it; false for a change on the set
 * @param predicted what it does, in words
 */
public record Remedy(
    String rule,
    String text,
    Double stops,
    Double distanceMm,
    Double degrees,
    boolean inFinishing,
    String predicted) {}
