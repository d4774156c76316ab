"""Lends a program what the system that it runs on has not: certificates of authorities, and
descriptions of terminals. What is there goes before, and so does what the user has set.
"""
import os

CERTIFICATES = @CERTIFICATES@
TERMINALS = @TERMINALS@


def lend(share):
    own = os.path.join(share, "certificates.pem")
    told = "SSL_CERT_FILE" in os.environ or "SSL_CERT_DIR" in os.environ
    if os.path.isfile(own) and not told and not has_certificates(CERTIFICATES):
        places = (
            "/etc/ssl/certs/ca-certificates.crt",
            "/etc/pki/tls/certs/ca-bundle.crt",
            "/etc/pki/ca-trust/extracted/pem/tls-ca-bundle.pem",
            "/etc/ssl/ca-bundle.pem",
            "/etc/ssl/cert.pem",
        )
        os.environ["SSL_CERT_FILE"] = next((p for p in places if os.path.isfile(p)), own)
    kind = os.environ.get("TERM", "")
    if TERMINALS and kind and not ({"TERMINFO", "TERMINFO_DIRS"} & set(os.environ)):
        places = ("/etc/terminfo", "/lib/terminfo", "/usr/share/terminfo", "/usr/lib/terminfo")
        if not any(os.path.exists(os.path.join(p, kind[0], kind)) for p in places):
            os.environ["TERMINFO_DIRS"] = os.path.join(share, "terminfo")


def has_certificates(place):
    """Whether the library finds some where it looks by itself."""
    if not place:
        return False
    try:
        return os.path.isfile(os.path.join(place, "cert.pem")) or bool(
            os.listdir(os.path.join(place, "certs"))
        )
    except OSError:
        return False
