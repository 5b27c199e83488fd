using System.Security.Cryptography;

namespace UmberCrock.Web.Access;

/// <summary>256 plain words: one for every byte. For passphrases that can be said aloud, and for fingerprints that can be compared by
/// reading.</summary>
internal static class Words256
{
    private const int InPassphrase = 6;
    private const int InFingerprint = 8;
    private static readonly Lazy<string[]> All = new(Load);

    /// <summary>A new passphrase: six words drawn at random, 48 bits.</summary>
    public static string Passphrase() => string.Join(' ', RandomNumberGenerator.GetBytes(InPassphrase).Select(at => All.Value[at]));

    /// <summary>The first 64 bits of a hash, as eight words.</summary>
    public static string Fingerprint(ReadOnlySpan<byte> hash) =>
        string.Join(' ', hash[..InFingerprint].ToArray().Select(at => All.Value[at]));

    private static string[] Load()
    {
        using var stream = typeof(Words256).Assembly.GetManifestResourceStream("access/words.txt")!;
        using var reader = new StreamReader(stream);
        var words = reader.ReadToEnd().Split('\n', StringSplitOptions.RemoveEmptyEntries);
        return words.Length == 256 ? words : throw new InvalidOperationException("There must be 256 words.");
    }
}
