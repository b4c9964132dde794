package coldtide.e2e;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;

/**
 * Finds the parts of a page by role and name, as a screen reader does. Also finds them while an editor is open, which hides the rest
 * of the page from screen readers.
 */
final class Parts {
    private Parts() {}

    static Locator head(Page page) {
        return part(page, AriaRole.BANNER, null);
    }

    static Locator foot(Page page) {
        return part(page, AriaRole.CONTENTINFO, null);
    }

    static Locator room(Page page) {
        return part(page, AriaRole.MAIN, null);
    }

    /** The question in words, which is the main heading of a room. */
    static Locator sentence(Page page) {
        return page.getByRole(
                AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1).setIncludeHidden(true));
    }

    static Locator answer(Page page) {
        return part(page, AriaRole.REGION, "Answer");
    }

    static Locator findings(Page page) {
        return part(page, AriaRole.COMPLEMENTARY, "Findings");
    }

    /** Links to the rooms of the group that is open. */
    static Locator roomLinks(Page page) {
        return part(page, AriaRole.NAVIGATION, "Rooms of")
                .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setIncludeHidden(true));
    }

    /** The table of cohorts by age in Retention. */
    static Locator triangle(Page page) {
        return part(page, AriaRole.GRID, null);
    }

    /** The steps of a funnel with their counts, also of independent counts. */
    static Locator steps(Page page) {
        return part(page, AriaRole.TABLE, "^How many .* reached each step|^Independent counts");
    }

    /** The table of a funnel by group or by period. */
    static Locator funnelGroups(Page page) {
        return part(page, AriaRole.TABLE, "^Share of starters");
    }

    /** Groups of a metric over the whole range. */
    static Locator metricGroups(Page page) {
        return part(page, AriaRole.TABLE, "^One row per group");
    }

    /** The findings of a case, step by step. */
    static Locator argument(Page page) {
        return part(page, AriaRole.LIST, "^Argument");
    }

    /** Table and chart of the chosen step of a case. */
    static Locator details(Page page) {
        return part(page, AriaRole.REGION, "Details of this step");
    }

    private static Locator part(Page page, AriaRole role, String name) {
        Page.GetByRoleOptions options = new Page.GetByRoleOptions().setIncludeHidden(true);
        return page.getByRole(role, name == null ? options : options.setName(Pattern.compile(name)));
    }
}
