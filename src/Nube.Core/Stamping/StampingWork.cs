using System.Collections.Immutable;
using Nube.Core.Materials;
using Nube.Core.Methods;

namespace Nube.Core.Stamping;

/// <summary>A part of stamping an image, as it is a step at the bench.</summary>
/// <param name="Method">How.</param>
/// <param name="Does">What is done in it: "stamp pear and leaf"; null where its stroke says that.</param>
/// <param name="Text">How, without a full stop, as strokes are told; null where its stroke says that.</param>
/// <param name="Prints">How many prints are made in it, 0 or more.</param>
public sealed record StampingPart(Method Method, string? Does, string? Text, int Prints);

/// <summary>From how an image is stamped to steps at the bench.</summary>
/// <remarks>
/// Prints that nothing is laid between are one step: none waits for another to dry. Masks are cut once, for all cards, when
/// the first is laid.
/// </remarks>
public static class StampingWork
{
    /// <summary>An image from one stamp.</summary>
    /// <param name="ink">The ink of its outline.</param>
    /// <param name="paper">What is stamped on.</param>
    /// <param name="embossed">Its lines are embossed.</param>
    /// <param name="cards">How many are stamped, from 1.</param>
    public static ImmutableArray<StampingPart> OfOne(StampingInk ink, Paper paper, bool embossed, int cards) =>
        embossed ? [] : [new(Method.StampedImage, null, PrintGuide.Print(ink, paper, cards), 1)];

    /// <summary>A scene of several stamps.</summary>
    /// <param name="steps">How it is stamped.</param>
    /// <param name="ink">The ink of its outline; null until chosen.</param>
    /// <param name="embossed">Its lines are embossed.</param>
    public static ImmutableArray<StampingPart> Of(ImmutableArray<SceneStep> steps, StampingInk? ink, bool embossed)
    {
        var parts = new List<StampingPart>();
        var (together, cut) = (new List<SceneStep>(), "");
        foreach (var step in steps)
        {
            if (together.Count > 0 && MethodOf(together[0].Kind, embossed) != MethodOf(step.Kind, embossed))
                Close();
            if (step.Kind == SceneStepKind.CutMasks)
                cut = $"{step.Text} {step.Caution}";
            else
                together.Add(step);
        }
        Close();
        return [.. parts];

        void Close()
        {
            if (together.Count == 0)
                return;
            var method = MethodOf(together[0].Kind, embossed);
            var prints = together[0].Kind is SceneStepKind.Print or SceneStepKind.StampApart;
            var text = string.Join(' ', together.Select(step => step.Text));
            if (prints && ink is not null)
                text = $"{ink.Name}, freshly inked for each print. {text}";
            if (method == Method.Masking && cut.Length > 0)
                (text, cut) = ($"Once for all cards: {cut} {text}", "");
            parts.Add(
                new StampingPart(
                    method,
                    string.Join(", ", together.Select(step => step.Does)),
                    text.TrimEnd('.'),
                    prints ? together.Sum(step => step.Prints.Length) : 0
                )
            );
            together.Clear();
        }
    }

    private static Method MethodOf(SceneStepKind kind, bool embossed) =>
        kind switch
        {
            SceneStepKind.Trace => Method.TracingGuides,
            SceneStepKind.LayMasks => Method.Masking,
            SceneStepKind.LiftMasks => Method.Unmasking,
            SceneStepKind.CutOut => Method.CutByHand,
            _ => embossed ? Method.EmbossedImage : Method.StampedImage,
        };
}
