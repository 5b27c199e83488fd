using System.Collections.Immutable;

namespace UmberCrock.Web.Access;

/// <summary>A phone that may come in.</summary>
/// <param name="Id">Which, in its cookie.</param>
/// <param name="Name">What its owner calls it.</param>
/// <param name="AddedAt">When it was paired.</param>
/// <param name="SeenAt">The day it last came in, roughly: written at most once an hour.</param>
internal sealed record KnownPhone(string Id, string Name, DateTimeOffset AddedAt, DateTimeOffset SeenAt);

/// <summary>Where phones come in.</summary>
/// <param name="Address">An address of this computer on its network.</param>
/// <param name="Port">The port.</param>
/// <param name="Https">True for a certificate made on this computer.</param>
internal sealed record PhoneDoor(string Address, int Port, bool Https)
{
    /// <summary>The address as a browser takes it.</summary>
    public string Url =>
        string.Create(
            System.Globalization.CultureInfo.InvariantCulture,
            $"{(Https ? "https" : "http")}://{(Address.Contains(':', StringComparison.Ordinal) ? $"[{Address}]" : Address)}:{Port}"
        );
}

/// <summary>Who may come in from other devices. Kept beside the data file, not in it: a copy or a saved file that is given away opens no
/// door.</summary>
internal sealed record AccessState
{
    /// <summary>The passphrase, hashed; null while there is none.</summary>
    public string? PassphraseHash { get; init; }

    /// <summary>Changes with the passphrase; sessions that name another one have ended.</summary>
    public string Stamp { get; init; } = "";

    /// <summary>Phones that were paired.</summary>
    public ImmutableArray<KnownPhone> Phones { get; init; } = [];

    /// <summary>Where they come in; null before the first was paired.</summary>
    public PhoneDoor? Door { get; init; }
}
