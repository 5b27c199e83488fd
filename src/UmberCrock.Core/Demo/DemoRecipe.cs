using UmberCrock.Core.Documents;

namespace UmberCrock.Core.Demo;

/// <summary>The recipe on the rowing club's noticeboard, to try the intake on (data/demo/noticeboard.txt).</summary>
public static class DemoRecipe
{
    /// <summary>The recipe as it hangs on the noticeboard, line by line.</summary>
    public static string Text { get; } = DataFiles.Shipped.Text("data/demo/noticeboard.txt").ReplaceLineEndings("\n");
}
