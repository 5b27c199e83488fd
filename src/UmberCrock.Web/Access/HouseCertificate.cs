using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Access;

/// <summary>A certificate made on this computer, for the address phones come in by. No authority vouches for it: its fingerprint is
/// compared by eye.</summary>
internal sealed class HouseCertificate(DataFolder folder, TimeProvider clock)
{
    private const int Days = 820;
    private const int RenewBeforeDays = 30;

    private string CertificateFile => Path.Combine(folder.Path, "phones.crt");

    private string KeyFile => Path.Combine(folder.Path, "phones.key");

    /// <summary>The files of a certificate for an address; made when there is none, when it is for another address, or when it ends
    /// soon.</summary>
    public (string Certificate, string Key) For(string address)
    {
        if (!Fits(address))
            Make(address);
        return (CertificateFile, KeyFile);
    }

    /// <summary>Its fingerprint in words, and in full (SHA-256) as browsers show it; null when there is none.</summary>
    public (string Words, string Hex)? Fingerprint()
    {
        if (!File.Exists(CertificateFile))
            return null;
        using var certificate = X509CertificateLoader.LoadCertificateFromFile(CertificateFile);
        var hash = certificate.GetCertHash(HashAlgorithmName.SHA256);
        return (
            Words256.Fingerprint(hash),
            string.Join(':', hash.Select(part => part.ToString("X2", System.Globalization.CultureInfo.InvariantCulture)))
        );
    }

    private bool Fits(string address)
    {
        if (!File.Exists(CertificateFile) || !File.Exists(KeyFile))
            return false;
        try
        {
            using var certificate = X509Certificate2.CreateFromPemFile(CertificateFile, KeyFile);
            return certificate.NotAfter.ToUniversalTime() > clock.GetUtcNow().UtcDateTime.AddDays(RenewBeforeDays)
                && certificate
                    .Extensions.OfType<X509SubjectAlternativeNameExtension>()
                    .Any(names => names.EnumerateIPAddresses().Any(known => known.ToString() == address));
        }
        catch (CryptographicException)
        {
            return false;
        }
    }

    private void Make(string address)
    {
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest("CN=Umber Crock on this computer", key, HashAlgorithmName.SHA256);
        var names = new SubjectAlternativeNameBuilder();
        names.AddIpAddress(IPAddress.Parse(address));
        names.AddDnsName(Environment.MachineName);
        request.CertificateExtensions.Add(names.Build());
        request.CertificateExtensions.Add(
            new X509BasicConstraintsExtension(certificateAuthority: false, hasPathLengthConstraint: false, 0, critical: true)
        );
        request.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.DigitalSignature, critical: true));
        request.CertificateExtensions.Add(new X509EnhancedKeyUsageExtension([new Oid("1.3.6.1.5.5.7.3.1")], critical: false));
        using var certificate = request.CreateSelfSigned(clock.GetUtcNow().AddDays(-1), clock.GetUtcNow().AddDays(Days));
        DataFolder.Write(KeyFile, System.Text.Encoding.ASCII.GetBytes(key.ExportPkcs8PrivateKeyPem()));
        DataFolder.Write(CertificateFile, System.Text.Encoding.ASCII.GetBytes(certificate.ExportCertificatePem()));
    }
}
