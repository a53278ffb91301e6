package org.urvant.devices.standin;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigInteger;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.SecureRandom;
import java.security.cert.Certificate;
import java.security.spec.ECGenParameterSpec;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Date;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/** The stand-in's own certificate and key: made at first start, kept on its disk, as a device keeps its own. */
final class DeviceCertificate {
    private static final String FILE = "certificate.p12";
    private static final char[] STORE_PASSWORD = "stand-in".toCharArray(); // the key guards nothing but made-up data

    private DeviceCertificate() {}

    static SSLContext context(Disk disk, String serial) {
        try {
            KeyStore store = KeyStore.getInstance("PKCS12");
            byte[] kept = disk.read(FILE).orElse(null);
            if (kept == null) {
                kept = make(serial);
                disk.replace(FILE, kept);
            }
            store.load(new ByteArrayInputStream(kept), STORE_PASSWORD);
            KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
            keys.init(store, STORE_PASSWORD);
            SSLContext context = SSLContext.getInstance("TLSv1.3");
            context.init(keys.getKeyManagers(), null, null);
            return context;
        } catch (GeneralSecurityException | IOException | OperatorCreationException e) {
            throw new IllegalStateException("cannot make the stand-in's certificate", e);
        }
    }

    private static byte[] make(String serial) throws GeneralSecurityException, IOException, OperatorCreationException {
        KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
        generator.initialize(new ECGenParameterSpec("secp256r1"));
        KeyPair pair = generator.generateKeyPair();
        X500Name name = new X500Name("CN=" + serial);
        Instant now = Instant.now();
        X509CertificateHolder holder = new JcaX509v3CertificateBuilder(
                        name,
                        new BigInteger(100, new SecureRandom()),
                        Date.from(now.minus(1, ChronoUnit.DAYS)),
                        Date.from(now.plus(7300, ChronoUnit.DAYS)),
                        name,
                        pair.getPublic())
                .build(new JcaContentSignerBuilder("SHA256withECDSA").build(pair.getPrivate()));
        KeyStore store = KeyStore.getInstance("PKCS12");
        store.load(null, null);
        store.setKeyEntry("device", pair.getPrivate(), STORE_PASSWORD, new Certificate[] {
            new JcaX509CertificateConverter().getCertificate(holder)
        });
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        store.store(out, STORE_PASSWORD);
        return out.toByteArray();
    }
}
