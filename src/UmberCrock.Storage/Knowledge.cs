using UmberCrock.Core.Materials;
using UmberCrock.Core.Settings;

namespace UmberCrock.Storage;

/// <summary>
/// What the application computes with at this moment: the shipped catalogue with the maker's own ingredients and values, and the maker's
/// choices. Each is an immutable snapshot; a change puts a new one in its place.
/// </summary>
public sealed class Knowledge(Catalogue shipped)
{
    private volatile Catalogue catalogue = shipped;
    private volatile Workshop workshop = Workshop.Default;
    private volatile EvaluationSettings settings = EvaluationSettings.Default;

    /// <summary>The catalogue that ships with the application.</summary>
    public Catalogue Shipped { get; } = shipped;

    /// <summary>The catalogue with the maker's own ingredients and values.</summary>
    public Catalogue Catalogue
    {
        get => catalogue;
        internal set => catalogue = value;
    }

    /// <summary>The maker's choices.</summary>
    public EvaluationSettings Settings
    {
        get => settings;
        internal set => settings = value;
    }

    /// <summary>What stands on the maker's table.</summary>
    public Workshop Workshop
    {
        get => workshop;
        internal set => workshop = value;
    }
}
