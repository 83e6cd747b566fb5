package yondershelf.sorting.evidence;

import yondershelf.content.Coding;
import yondershelf.content.Role;

/**
 * What a judge takes a map for.
 *
 * @param weight how sure it is, 0 to 1; a name alone weighs {@value #NAME}
 * @param reason a clause for a person
 */
public record Verdict(String path, Role role, Coding coding, double weight, String reason) {
    static final double NAME = 0.5;

    /** True when it counts more than the name. */
    boolean overrules() {
        return weight > NAME;
    }
}
