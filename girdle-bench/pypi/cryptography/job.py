from cryptography import x509
from cryptography.fernet import Fernet
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec, rsa

box = Fernet(Fernet.generate_key())
print(box.decrypt(box.encrypt(b"tide")))
digest = hashes.Hash(hashes.SHA256())
digest.update(b"tide")
print(digest.finalize().hex(), rsa.generate_private_key(65537, 2048).key_size)
key = ec.generate_private_key(ec.SECP256R1())
print(key.private_bytes(serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption())[:27])
print(x509.Name([x509.NameAttribute(x509.NameOID.COMMON_NAME, "ternhaven.example")]).rfc4514_string())
