package org.urvant.devices.link;

import java.net.Socket;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.Optional;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.X509ExtendedTrustManager;
import org.urvant.core.error.UrvantException;
import org.urvant.core.tree.Fingerprint;

/**
 * Trusts the certificate that an address showed at first contact, and no other. Names in the certificate do not count:
 * devices are reached by address, and the pin says more than a name.
 */
final class PinnedCertificate extends X509ExtendedTrustManager {
    private final String address;
    private final KnownDevices known;
    private volatile Fingerprint expected;
    private volatile Fingerprint shown;
    private volatile boolean first;
    private volatile UrvantException failure;

    PinnedCertificate(String address, KnownDevices known) {
        this.address = address;
        this.known = known;
        this.expected = known.certificate(address).orElse(null);
    }

    /** Returns the certificate shown, when it is not the one that is known. */
    Optional<Fingerprint> changed() {
        return shown == null || expected == null || shown.equals(expected) ? Optional.empty() : Optional.of(shown);
    }

    Optional<Fingerprint> shown() {
        return Optional.ofNullable(shown);
    }

    Fingerprint expected() {
        return expected;
    }

    /** Returns why a certificate that was shown at first contact could not be kept. */
    Optional<UrvantException> failure() {
        return Optional.ofNullable(failure);
    }

    /** Returns whether this was the first contact with the address. */
    boolean isFirstContact() {
        return first;
    }

    private synchronized void check(X509Certificate[] chain) throws CertificateException {
        Fingerprint certificate = Fingerprint.of(chain[0].getEncoded());
        shown = certificate;
        if (expected == null) {
            try {
                expected = known.remember(address, certificate);
            } catch (UrvantException e) {
                failure = e;
                throw new CertificateException("the certificate cannot be kept", e);
            }
            first = true;
        }
        if (!certificate.equals(expected)) {
            throw new CertificateException("certificate is not the pinned one");
        }
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String authType, Socket socket)
            throws CertificateException {
        check(chain);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String authType, SSLEngine engine)
            throws CertificateException {
        check(chain);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String authType) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String authType, Socket socket)
            throws CertificateException {
        throw new CertificateException("this end is a client");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String authType, SSLEngine engine)
            throws CertificateException {
        throw new CertificateException("this end is a client");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String authType) throws CertificateException {
        throw new CertificateException("this end is a client");
    }

    @Override
    public X509Certificate[] getAcceptedIssuers() {
        return new X509Certificate[0];
    }
}
