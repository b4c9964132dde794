package coldtide.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType.LaunchOptions;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Somebody at a browser of their own. Whatever the browser complains about fails the test that closes it. */
final class Visitor implements AutoCloseable {
    /** Whose each install is, by SQL: nobody in this world changes accounts on one device. */
    static final String WHOSE =
            "select install_id, coalesce(min(account_id), -install_id) as person from event group by install_id";

    private static final List<String> ARGUMENTS = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    static {
        // A shared machine is sometimes slow; no test asserts a time, so waiting long is no fault.
        PlaywrightAssertions.setDefaultAssertionTimeout(30_000);
    }

    private final Playwright playwright;
    private final Browser browser;
    private final List<String> complaints = new ArrayList<>();
    final Page page;

    Visitor() {
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        browser = playwright
                .chromium()
                .launch(new LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setArgs(ARGUMENTS));
        BrowserContext context = browser.newContext(
                new Browser.NewContextOptions().setViewportSize(1280, 800).setLocale("en-GB"));
        page = context.newPage();
        page.onPageError(complaints::add);
        page.onConsoleMessage(message -> {
            // A refused request is logged by the browser whatever the page does with it.
            if (message.type().equals("error") && !message.text().startsWith("Failed to load resource")) {
                complaints.add(message.text());
            }
        });
    }

    /** Signed in with the demo account, in a room of the demo world. */
    static Visitor in(String room) {
        return as("demo", "fourteen-beacons", "/a/gullcombe/" + room);
    }

    /** Signed in, at an address. */
    static Visitor as(String name, String password, String path) {
        Visitor visitor = new Visitor();
        visitor.page.navigate(Application.address() + path);
        visitor.signIn(name, password);
        visitor.page.locator(".head").waitFor();
        return visitor;
    }

    void signIn(String password) {
        signIn("demo", password);
    }

    void signIn(String name, String password) {
        page.getByLabel("Name").fill(name);
        page.getByLabel("Password").fill(password);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in"))
                .click();
    }

    /** A new app, whose page for bringing in files opens. */
    void makeApp(String name) {
        page.getByLabel("App: Gullcombe Lights").click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("A new app"))
                .click();
        page.getByLabel("Name").fill(name);
        page.getByLabel("Time zone").fill("Atlantic/Azores");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Make it"))
                .click();
    }

    void send(String name, String content) {
        page.getByLabel("File of events")
                .setInputFiles(new FilePayload(name, "text/csv", content.getBytes(StandardCharsets.UTF_8)));
    }

    void bringIn() {
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Import").setExact(true))
                .click();
    }

    /** An app of its own with all that a file holds. */
    void makeAppOf(String name, String file, String content) {
        makeApp(name);
        send(file, content);
        bringIn();
        PlaywrightAssertions.assertThat(page.locator("tr[data-import]").first()).containsText("done");
    }

    /** By the head, as anybody would. */
    void enter(String group, String room) {
        for (String link : List.of(group, room)) {
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(link))
                    .click();
        }
    }

    void go(String path) {
        page.navigate(Application.address() + path);
    }

    /** A changeable word of the sentence. */
    Locator word(String label) {
        return page.locator("[data-word][aria-label^='" + label + ":']");
    }

    void choose(String label, String option) {
        word(label).click();
        page.getByRole(
                        AriaRole.MENUITEM,
                        new Page.GetByRoleOptions().setName(option).setExact(true))
                .click();
    }

    /** One of a few in a form; of several fields of that label, in the last. */
    void pick(String label, String option) {
        page.getByLabel(label, new Page.GetByLabelOptions().setExact(true))
                .last()
                .click();
        option(option);
    }

    /** Types into a field that proposes names, and takes one. */
    void propose(String label, String name) {
        page.getByRole(
                        AriaRole.COMBOBOX,
                        new Page.GetByRoleOptions().setName(label).setExact(true))
                .last()
                .fill(name);
        option(name);
    }

    private void option(String name) {
        page.getByRole(
                        AriaRole.OPTION,
                        new Page.GetByRoleOptions().setName(name).setExact(true))
                .click();
    }

    /** Drags the middle of something by pixels to the right. */
    void drag(Locator what, double right) {
        BoundingBox box = what.boundingBox();
        double x = box.x + box.width / 2;
        double y = box.y + box.height / 2;
        page.mouse().move(x, y);
        page.mouse().down();
        page.mouse().move(x + right / 2, y);
        page.mouse().move(x + right, y);
        page.mouse().up();
    }

    /** One whole number from the database, asked for independently of the product. */
    static long sql(String question, Object... values) throws SQLException {
        try (Connection connection = Application.sql();
                PreparedStatement statement = connection.prepareStatement(question)) {
            for (int i = 0; i < values.length; i++) {
                statement.setObject(i + 1, values[i]);
            }
            try (ResultSet row = statement.executeQuery()) {
                row.next();
                return row.getLong(1);
            }
        }
    }

    @Override
    public void close() {
        browser.close();
        playwright.close();
        assertThat(complaints).as("what the browser complained about").isEmpty();
    }

    /** Presses a word of a row that asks first, and says yes. */
    void confirm(Locator row, String word) {
        row.getByText(word, new Locator.GetByTextOptions().setExact(true)).click();
        page.getByRole(AriaRole.DIALOG)
                .getByRole(
                        AriaRole.BUTTON,
                        new Locator.GetByRoleOptions().setName(word).setExact(true))
                .click();
    }
}
