package org.mendak.core.privacy;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** The words that announce a secret, in the languages that callers' screens speak, and how they hide in names of settings. */
final class Labels {

    /** What a label announces. */
    enum Announces {
        PASSWORD,
        /** A password where what is said looks made up; a word like any other where it does not. */
        PASS,
        /** A few figures. */
        PIN,
        /** A name and a password with a colon between. */
        PAIR,
        TOKEN,
        /** A code in figures or groups; only what looks like one is taken. */
        CODE,
        /** A key; only what looks like one is taken. */
        KEY,
        /** The number of a person: identity, tax, passport. */
        PERSON,
        BIRTH,
        PHONE
    }

    /** Names of settings are no longer. */
    private static final int LONGEST = 48;

    private static final Map<String, Announces> WORDS = new HashMap<>();

    /** Those that also end a longer word without any sign before: MYSQLPASSWORD, appsecret. */
    private static final Map<String, Announces> ENDINGS = new HashMap<>();

    /** Written without blanks between words, so looked for anywhere. */
    static final Map<String, Announces> ANYWHERE = Map.ofEntries(
            Map.entry("密码", Announces.PASSWORD),
            Map.entry("密碼", Announces.PASSWORD),
            Map.entry("口令", Announces.PASSWORD),
            Map.entry("パスワード", Announces.PASSWORD),
            Map.entry("暗証番号", Announces.PASSWORD),
            Map.entry("비밀번호", Announces.PASSWORD),
            Map.entry("รหัสผ่าน", Announces.PASSWORD));

    static {
        for (String w : "password passwd passwort kennwort passphrase passord wachtwoord lozinka".split(" ")) {
            ENDINGS.put(w, Announces.PASSWORD);
        }
        for (String w :
                ("clientsecret appsecret apikey accesskey secretkey privatekey accesstoken refreshtoken authtoken"
                                + " sessiontoken sastoken")
                        .split(" ")) {
            ENDINGS.put(w, Announces.TOKEN);
        }
        put(
                Announces.PASSWORD,
                "password passwords passwd passwrd pwd pw psw pswd passphrase passcode passkey kennwort passwort kennw"
                        + " passord passordet kodeord kodeordet adgangskode lösenord lösenordet losenord salasana wachtwoord ww heslo hasło haslo jelszo"
                        + " jelszó lozinka geslo parola şifre sifre senha contraseña contrasena clave пароль пароля पासवर्ड"
                        + " पासवार्ड পাসওয়ার্ড كلمةالمرور كلمةالسر الرقمالسري پاسورڈ sandi katasandi katalaluan"
                        + " matkhau motdepasse mdp psk wpakey wifikey wlankey wlan-schlüssel wlanschlüssel netzwerkschlüssel wifi-key wi-fi-key");
        put(
                Announces.TOKEN,
                "token secret apikey api_key api-key access_key accesskey client_secret clientsecret access_token"
                        + " refresh_token auth_token id_token sessionid session_id sessiontoken private_key privatekey"
                        + " secretkey secret_key sig signature hmac credential credentials bearer jwt sastoken"
                        + " authtoken accesstoken refreshtoken xsrf csrf sid jsessionid otpauth webhook");
        put(Announces.PASS, "pass");
        put(Announces.PIN, "pin pincode puk cvv cvc cvv2");
        put(Announces.PAIR, "auth userpass userpwd login-pass");
        put(Announces.CODE, "otp totp tan mfa 2fa onetimecode one-time-code verificationcode activationcode");
        put(Announces.KEY, "key keys licence license serialkey schlüssel clé llave chave nøkkel nyckel ключ");
        put(
                Announces.PERSON,
                "ssn sin nino ahv aadhaar kennitala curp tfn bsn nir dni nie cpr pesel cpf cnp nif personnummer fødselsnummer fodselsnummer personnr"
                        + " fnr personal_number personal-number personalnumber passport passportno passportnumber"
                        + " passnummer reisepass ausweisnummer personalausweis steuernummer steuerid taxid tax_id"
                        + " nationalid national_id idnumber id_number sozialversicherungsnummer codicefiscale"
                        + " henkilötunnus rijksregisternummer");
        put(
                Announces.BIRTH,
                "born geb dob birthdate birthday birth_date date_of_birth dateofbirth geboren geburtsdatum født fødselsdato"
                        + " född födelsedatum geboortedatum nacimiento naissance nascita nascimento");
        put(
                Announces.PHONE,
                "ring dial call phone phones telephone tel mobile mobil cell handy fax telefon teléfono téléphone callback");
    }

    private static final Map<String, Announces> TWO = new HashMap<>();

    static {
        two(
                Announces.PASSWORD,
                "pass word|pass code|pass phrase|kata sandi|mật khẩu|d'ordine parola|parola d'ordine"
                        + "|wifi key|wi-fi key|wlan key|network key|wpa key|wpa2 key|wpa3 key|hotspot key|wifi code|wi-fi code"
                        + "|unlock code|door code|كلمة المرور|كلمة السر|پاس ورڈ|de passe");
        two(Announces.PIN, "pin code|pin number");
        two(Announces.PAIR, "basic auth|user pass");
        two(
                Announces.TOKEN,
                "api key|access key|secret key|private key|client secret|app secret|access token"
                        + "|refresh token|auth token|session id|session key|signing key|encryption key|master key|shared key"
                        + "|account key|storage key|deploy key|bearer token|security token");
        two(
                Announces.CODE,
                "one-time code|onetime code|time code|verification code|otp code|mfa code|tan code|totp code|2fa code|security code|recovery code"
                        + "|recovery codes|backup code|backup codes|activation code|auth code|login code|sms code|recovery key"
                        + "|product key|licence key|license key|activation key|volume key|unlock key|registration key|cd key");
        two(
                Announces.PERSON,
                "passport no|passport nr|passport number|social security|security number|insurance number"
                        + "|national id|identity number|id number|tax id|tax number|personal number|identity card|card number");
        two(Announces.BIRTH, "of birth|birth date|birth day|born on|né le|née le|geboren am|nato il|nata il|nacido el");
        two(
                Announces.PHONE,
                "phone number|mobile number|phone no|call me|ring me|reach me|call back|number is|my number"
                        + "|his number|her number|their number|direct line|direct dial");
    }

    private Labels() {}

    private static void put(Announces what, String words) {
        for (String w : words.split(" ")) {
            WORDS.put(w, what);
        }
    }

    private static void two(Announces what, String pairs) {
        for (String p : pairs.split("\\|")) {
            TWO.put(p, what);
        }
    }

    /**
     * What a written name announces: password, db.password, X-Api-Key, userPassword, MYSQL_PASS; null if nothing.
     *
     * @param before the word before it; empty if there is none
     */
    static Announces of(String written, String before) {
        if (written.length() < 2 || written.length() > LONGEST) {
            return null;
        }
        String low = written.toLowerCase(Locale.ROOT);
        Announces together = TWO.get(before + " " + low);
        if (together != null) {
            return together;
        }
        for (int cut = 0; cut >= 0; cut = next(written, cut)) {
            Announces whole = WORDS.get(low.substring(cut));
            if (whole != null) {
                return whole;
            }
        }
        if (endsAsPart(written, low, "pass") || endsAsPart(written, low, "pw")) {
            return Announces.PASSWORD;
        }
        for (Map.Entry<String, Announces> e : ENDINGS.entrySet()) {
            if (low.length() > e.getKey().length() && low.endsWith(e.getKey())) {
                return e.getValue();
            }
        }
        return low.contains("secret_") || low.contains("secret-") ? Announces.KEY : null;
    }

    /** Whether a name ends in a short word that stands by itself in it: DB_PASS, dbPass, not compass. */
    private static boolean endsAsPart(String written, String low, String part) {
        int at = low.length() - part.length();
        if (at <= 0 || !low.endsWith(part)) {
            return false;
        }
        char before = written.charAt(at - 1);
        char first = written.charAt(at);
        return "_-.".indexOf(before) >= 0 || Character.isLowerCase(before) && Character.isUpperCase(first);
    }

    /** Behind the next sign, or at the next hump, that parts a name; -1 if there is none. */
    private static int next(String name, int from) {
        for (int i = from + 1; i < name.length(); i++) {
            if ("_-./:@".indexOf(name.charAt(i - 1)) >= 0) {
                return i;
            }
            if (Character.isUpperCase(name.charAt(i)) && Character.isLowerCase(name.charAt(i - 1))) {
                return i;
            }
        }
        return -1;
    }

    /** Between a label and its value. */
    static final Set<String> IS = Set.of(
            "is", "was", "are", "ist", "war", "lautet", "est", "es", "era", "é", "er", "är", "это", "है", "هي", "هو");

    /** Joined to the value without a blank. */
    static final Set<String> IS_CLOSE = Set.of("是", "は", "为");

    /** What stands behind a label in plain sentences and is no value. */
    static final Set<String> NO_VALUE = Set.of(
            "is",
            "was",
            "are",
            "not",
            "required",
            "expired",
            "incorrect",
            "invalid",
            "missing",
            "wrong",
            "for",
            "null",
            "none",
            "true",
            "false",
            "has",
            "must",
            "file",
            "and",
            "or",
            "the",
            "a",
            "an",
            "to",
            "of",
            "does",
            "could",
            "cannot",
            "can",
            "failed",
            "accepted",
            "too",
            "so",
            "very",
            "still",
            "now",
            "again",
            "correct",
            "right",
            "ok",
            "okay",
            "fine",
            "good",
            "bad",
            "old",
            "new",
            "empty",
            "blank",
            "unknown",
            "unset",
            "set",
            "stored",
            "saved",
            "shown",
            "hidden",
            "masked",
            "secret",
            "temporary",
            "default",
            "short",
            "long",
            "weak",
            "strong",
            "safe",
            "about",
            "always",
            "never",
            "only",
            "also",
            "already",
            "being",
            "kept",
            "sent",
            "given",
            "needed",
            "wanted",
            "in",
            "on",
            "at",
            "by",
            "with",
            "from",
            "as",
            "if",
            "when",
            "what",
            "that",
            "this",
            "which",
            "who",
            "how",
            "there",
            "here",
            "his",
            "her",
            "their",
            "our",
            "my",
            "your",
            "no",
            "yes",
            "please",
            "enter",
            "type",
            "reset",
            "field",
            "box",
            "policy",
            "change",
            "prompt",
            "manager",
            "store",
            "page",
            "screen",
            "login",
            "dialog",
            "hash",
            "length",
            "protected",
            "string",
            "text",
            "integer",
            "word",
            "undefined",
            "optional",
            "disabled",
            "enabled",
            "asked",
            "refused",
            "rejected",
            "locked",
            "broken",
            "lost",
            "forgotten",
            "gone",
            "known",
            "used",
            "same",
            "different",
            "fehlt",
            "falsch",
            "abgelaufen",
            "ungültig",
            "incorrecte",
            "incorrecta",
            "incorrecto",
            "obligatoire",
            "requerida",
            "inválida",
            "feil",
            "fel",
            "falsk",
            "utløpt",
            "verkeerd",
            "onjuist",
            "неверный",
            "неверен",
            "истек",
            "错误",
            "不正确",
            "password",
            "passwort",
            "token",
            "key",
            "code",
            "value",
            "****",
            "***");
}
