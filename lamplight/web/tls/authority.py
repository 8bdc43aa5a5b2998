"""A local authority: its root, made at the first start, and the server's certificate, renewed by itself.

The root signs for private addresses and the names of this computer alone (RFC 5280, 4.2.1.10), and for servers alone
(4.2.1.12), so that whoever trusts it trusts it with nothing else.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime, timedelta
from ipaddress import IPv4Network, IPv6Network, ip_address, ip_network
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from lamplight.core.errors import LamplightError
from lamplight.store.files import write_whole

FOLDER, ROOT, ROOT_KEY, OWN, OWN_KEY = "tls", "root.pem", "root.key", "server.pem", "server.key"
ROOT_YEARS = 10
# Phones take a certificate of a root that they were told to trust for 825 days at most; this one is renewed sooner.
GOOD_FOR, RENEWED_BEFORE, BACKDATED = timedelta(days=90), timedelta(days=30), timedelta(days=2)
PRIVATE = (
    "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "127.0.0.0/8", "169.254.0.0/16", "fc00::/7", "fe80::/10",
    "::1/128",
)  # fmt: skip


class NotTrusted(LamplightError):
    """A certificate cannot be used."""


@dataclass(frozen=True)
class Pair:
    """A certificate with its key, as files."""

    certificate: Path
    key: Path


def root_of(folder: Path, names: Collection[str], now: datetime) -> x509.Certificate:
    """The root of this data folder; made where there is none, or where it may not sign for a name.

    Args:
        names: and addresses under which it is served.
        now: aware.
    """
    pair = Pair(folder / FOLDER / ROOT, folder / FOLDER / ROOT_KEY)
    if pair.certificate.exists() and pair.key.exists():
        known = x509.load_pem_x509_certificate(pair.certificate.read_bytes())
        if now < known.not_valid_after_utc - GOOD_FOR and _may_sign(known, names):
            return known
    key = ec.generate_private_key(ec.SECP256R1())
    _refuse_public(names)
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, f"Lamplight here, since {now:%Y-%m-%d}")])
    builder = (
        x509.CertificateBuilder().subject_name(name).issuer_name(name).public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - BACKDATED).not_valid_after(now + timedelta(days=365 * ROOT_YEARS))
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(_usage(signs=True), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(x509.NameConstraints(_permitted(names), None), critical=True)
    )  # fmt: skip
    return _written(builder.sign(key, hashes.SHA256()), key, pair)


def server_pair(folder: Path, names: Collection[str], now: datetime) -> Pair:
    """The server's certificate and key, renewed where it ends soon or its names are others.

    Args:
        names: and addresses under which it is served.
        now: aware.
    """
    root = root_of(folder, names, now)
    pair = Pair(folder / FOLDER / OWN, folder / FOLDER / OWN_KEY)
    if pair.certificate.exists() and pair.key.exists() and _still_good(pair.certificate, root, names, now):
        return pair
    signer = serialization.load_pem_private_key((folder / FOLDER / ROOT_KEY).read_bytes(), None)
    assert isinstance(signer, ec.EllipticCurvePrivateKey)
    key = ec.generate_private_key(ec.SECP256R1())
    builder = (
        x509.CertificateBuilder()
        .subject_name(x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Lamplight")]))
        .issuer_name(root.subject).public_key(key.public_key()).serial_number(x509.random_serial_number())
        .not_valid_before(now - BACKDATED).not_valid_after(now + GOOD_FOR)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(_usage(signs=False), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(x509.SubjectAlternativeName(_signable(names)), critical=False)
        .add_extension(x509.AuthorityKeyIdentifier.from_issuer_public_key(signer.public_key()), critical=False)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
    )  # fmt: skip
    _written(builder.sign(signer, hashes.SHA256()), key, pair)
    return pair


def own_pair(certificate: Path, key: Path, now: datetime) -> Pair:
    """A certificate that somebody else signed, when it can be used.

    Raises:
        NotTrusted: where it cannot be read, is over, not good yet, or the key is another's.
    """
    try:
        known = x509.load_pem_x509_certificates(certificate.read_bytes())[0]
        secret = serialization.load_pem_private_key(key.read_bytes(), None)
    except (OSError, ValueError, TypeError, IndexError) as problem:
        raise NotTrusted(
            f"The certificate {certificate} or its key {key} cannot be read. Both are files in PEM form, the key "
            "without a passphrase."
        ) from problem
    if not known.not_valid_before_utc <= now < known.not_valid_after_utc:
        over = f"{known.not_valid_after_utc:%-d %b %Y}"
        raise NotTrusted(f"The certificate {certificate} is good until {over}, and not now. Renew it first.")
    form = (serialization.Encoding.DER, serialization.PublicFormat.SubjectPublicKeyInfo)
    if known.public_key().public_bytes(*form) != secret.public_key().public_bytes(*form):
        raise NotTrusted(f"The key {key} does not belong to the certificate {certificate}.")
    return Pair(certificate, key)


def fingerprint(certificate: x509.Certificate) -> str:
    """SHA-256 of a certificate as it is compared by eye: pairs of letters."""
    return certificate.fingerprint(hashes.SHA256()).hex(":").upper()


def _usage(signs: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs, content_commitment=False, key_encipherment=False, data_encipherment=False,
        key_agreement=False, key_cert_sign=signs, crl_sign=False, encipher_only=False, decipher_only=False,
    )  # fmt: skip


def _general(name: str) -> x509.GeneralName:
    try:
        return x509.IPAddress(ip_address(name.strip("[]")))
    except ValueError:
        return x509.DNSName(name)


def _permitted(names: Collection[str]) -> list[x509.GeneralName]:
    """What the root may sign for: private networks, and these names; what lies below a name is its own."""
    own = [one for one in _signable(names) if isinstance(one, x509.DNSName)]
    return [*(x509.IPAddress(ip_network(net)) for net in PRIVATE), *own]


def _signable(names: Collection[str]) -> list[x509.GeneralName]:
    """Names, and addresses of private networks; a public address is nobody's for long."""
    return [one for one in map(_general, sorted(set(names))) if not _public(one)]


def _refuse_public(names: Collection[str]) -> None:
    if not _signable(names):
        raise NotTrusted("The local authority signs for private addresses. Give a certificate: --cert and --key.")


def _public(name: x509.GeneralName) -> bool:
    return isinstance(name, x509.IPAddress) and not any(_within(name, ip_network(net)) for net in PRIVATE)


def _within(name: x509.IPAddress, network: IPv4Network | IPv6Network) -> bool:
    return ip_address(str(name.value)) in network


def _may_sign(root: x509.Certificate, names: Collection[str]) -> bool:
    permitted = root.extensions.get_extension_for_class(x509.NameConstraints).value.permitted_subtrees or []
    words = {one.value for one in permitted if isinstance(one, x509.DNSName)}
    networks = [one.value for one in permitted if isinstance(one, x509.IPAddress)]
    limited = any(isinstance(one.value, x509.ExtendedKeyUsage) for one in root.extensions)
    named = all(one.value in words for one in _signable(names) if isinstance(one, x509.DNSName))
    # One that was made when more was left open is made anew.
    return limited and named and "local" not in words and len(networks) == len(PRIVATE)


def _still_good(path: Path, root: x509.Certificate, names: Collection[str], now: datetime) -> bool:
    known = x509.load_pem_x509_certificate(path.read_bytes())
    told = known.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    signer = known.extensions.get_extension_for_class(x509.AuthorityKeyIdentifier).value.key_identifier
    own = root.extensions.get_extension_for_class(x509.SubjectKeyIdentifier).value.digest
    named = set(told) == set(_signable(names))
    return signer == own and named and now < known.not_valid_after_utc - RENEWED_BEFORE


def _written(certificate: x509.Certificate, key: ec.EllipticCurvePrivateKey, pair: Pair) -> x509.Certificate:
    """Both as files that nobody else on the computer reads the key of."""
    pair.key.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
    secret = key.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )
    write_whole(pair.key, secret, replace=True)
    write_whole(pair.certificate, certificate.public_bytes(serialization.Encoding.PEM), replace=True)
    return certificate
