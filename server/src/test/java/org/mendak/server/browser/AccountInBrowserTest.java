package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;
import org.mendak.server.account.AccountStandIn;
import org.openqa.selenium.Keys;

/** Somebody signs in with the account that they have elsewhere, in a browser, against a provider on this machine. */
class AccountInBrowserTest extends InBrowser {

    private final AccountStandIn provider = new AccountStandIn();

    @Override
    protected RunningApp begun() {
        return provider.desk();
    }

    @AfterAll
    void closeProvider() {
        provider.close();
    }

    private void there(Chrome who, String name) {
        who.click(".sign-in button", "Sign in with your harbour account");
        who.see("h1", "Who are you?");
        who.click("button", name);
    }

    @Test
    void theyComeInAsWhatTheirAccountSaysAndLeaveBoth() {
        provider.holder("liv.aune", "Liv Aune", "mendak-lead");
        chrome.go("/evidence");
        there(chrome, "Liv Aune");
        chrome.see("main", "No cases yet.");
        assertThat(chrome.path()).isEqualTo("/evidence");
        // a lead's places are there
        chrome.go("/team/people");
        chrome.see(".person-line", "by account · that is you");
        chrome.go("/team");
        chrome.see(".page", "Your role here comes with it");
        chrome.see("main", "Journal");
        chrome.click(".me");
        chrome.click(".me-panel button", "Sign out");
        chrome.see(".sign-in button", "Sign in with your harbour account");
        // the account's own sign-in has ended too: it asks again
        // another lead, so that the role may follow the claim
        provider.holder("pia", "Pia Lund", "mendak-lead");
        there(chrome, "Pia Lund");
        // whoever goes elsewhere while they are being sent back may end up where that leads
        chrome.see(".me", "Pia");
        chrome.go("/team/people");
        chrome.see(".person-line", "Pia Lund");
        provider.holder("liv.aune", "Liv Aune", "mendak-agent");
        chrome.click(".me");
        chrome.click(".me-panel button", "Sign out");
        there(chrome, "Liv Aune");
        chrome.see(".me", "Liv");
        chrome.go("/team");
        chrome.see(".page", "Your role here comes with it");
        assertThat(chrome.texts("main")).noneMatch(t -> t.contains("Journal"));
        chrome.assertConsoleIsClean();
    }

    @Test
    void whoIsNotLetInIsToldWhyAndAPasswordStillDoes() {
        provider.holder("gast", "Gast Holm", "visitor");
        api.post(
                        "/api/people",
                        Map.of("login", "odd", "name", "Odd Vik", "role", "agent", "password", "a-long-password"))
                .expect(201);
        chrome.go("/");
        there(chrome, "Gast Holm");
        chrome.see(".refused", "Your account has no role at this desk.");
        chrome.find("input[name=login]").sendKeys("odd");
        chrome.find("input[name=password]").sendKeys("a-long-password" + Keys.ENTER);
        chrome.see(".band", "Odd V.");
        // and from now on with the account
        provider.holder("odd", "Odd Vik", "mendak-author");
        chrome.go("/team");
        chrome.click("button", "Sign in with your harbour account from now on");
        chrome.see("h1", "Who are you?");
        chrome.click("button", "Odd Vik");
        chrome.see(".page [role=status]", "From now on you can sign in with your account.");
        chrome.assertConsoleIsClean();
    }

    @Test
    void whatHappenedAboutOnesSignInIsToldOnceUntilItIsRead() {
        api.post(
                        "/api/people",
                        Map.of("login", "una", "name", "Una Berg", "role", "agent", "password", "a-long-password"))
                .expect(201);
        Api elsewhere = Api.browser(app.address());
        elsewhere.signIn("una", "a-long-password").expect(200);
        elsewhere.signIn("una", "a-wrong-password").expect(401);
        chrome.signIn("una", "a-long-password");
        chrome.see(".sign-in-news", "Somebody tried your sign-in with a wrong password.");
        chrome.click(".sign-in-news button", "read");
        chrome.gone(".sign-in-news");
        chrome.reload();
        chrome.see(".band", "Una B.");
        chrome.gone(".sign-in-news");
        chrome.assertConsoleIsClean();
    }

    @Test
    void whatTheProviderSendsMustHold() {
        provider.holder("bent", "Bent Rask", "mendak-agent");
        provider.bend(c -> c.claim("nonce", "of-another-trip"));
        chrome.go("/");
        there(chrome, "Bent Rask");
        chrome.see(".refused", "What your account sent could not be trusted");
        provider.straight();
        // whoever was refused says anew who they are
        there(chrome, "Bent Rask");
        chrome.see(".band", "Bent R.");
        chrome.assertConsoleIsClean();
    }
}
